import { useBringCosts, type ChannelsView } from '../../api/channels';
import type { AppView } from '../../api/queries';
import { dateWords } from '../../words/dates';
import { count } from '../../words/numbers';
import { FileButton } from '../../frame/FileButton';

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
      <p>
        {mayChange && (
          <FileButton
            name="Bring costs from a file"
            label="File of costs"
            accept=".csv"
            disabled={bring.isPending}
            onFile={(file) => bring.mutate(file)}
          />
        )}
        <span className="second">
          CSV with the columns channel, day, amount, currency: what was paid for a channel on that day.
        </span>
      </p>
      {bring.error && (
        <p className="fall" role="alert">
          {bring.error.message}
        </p>
      )}
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
