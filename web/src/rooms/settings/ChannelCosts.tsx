import { useBringCosts, type ChannelsView } from '../../api/channels';
import type { AppView } from '../../api/queries';
import { dateWords } from '../../words/dates';
import { count } from '../../words/numbers';
import { BringFile } from './BringFile';

interface ChannelCostsProps {
  app: AppView;
  costs: ChannelsView['costs'];
  mayChange: boolean;
}

/** What channels cost, as it was brought; the tide table sets it beside who came. */
export function ChannelCosts({ app, costs, mayChange }: ChannelCostsProps) {
  const bring = useBringCosts(app.key);
  return (
    <>
      <h1 className="serif">What channels cost</h1>
      <BringFile
        what="costs"
        holds="CSV with the columns channel, day, amount, currency: what was paid for a channel on that day."
        mayChange={mayChange}
        bring={bring}
      />
      {costs.length === 0 ? (
        <p>No cost is known yet.</p>
      ) : (
        <table className="ruled">
          <thead>
            <tr>
              <th scope="col">Channel</th>
              <th scope="col" className="number">
                Days
              </th>
              <th scope="col">First</th>
              <th scope="col">Last</th>
            </tr>
          </thead>
          <tbody>
            {costs.map((each) => (
              <tr key={each.channel}>
                <td>{each.channel}</td>
                <td className="number">{count(each.days)}</td>
                <td>{dateWords(each.first)}</td>
                <td>{dateWords(each.last)}</td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
    </>
  );
}
