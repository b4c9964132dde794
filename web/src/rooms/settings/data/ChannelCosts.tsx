import { useBringCosts, type ChannelsView } from '../../../api/channels';
import type { AppView } from '../../../api/queries';
import { dateWords } from '../../../words/dates';
import { count } from '../../../words/numbers';
import { BringFile } from './BringFile';
import { Table } from '../../../kit/Table';

interface ChannelCostsProps {
  app: AppView;
  costs: ChannelsView['costs'];
  mayChange: boolean;
}

/** The imported channel costs; the tide table shows them beside the new users of each channel. */
export function ChannelCosts({ app, costs, mayChange }: ChannelCostsProps) {
  const bring = useBringCosts(app.key);
  return (
    <>
      <h1 className="serif">Channel costs</h1>
      <BringFile
        what="costs"
        holds="CSV with the columns channel, day, amount, currency: the cost of a channel on that day."
        mayChange={mayChange}
        bring={bring}
      />
      {costs.length === 0 ? (
        <p>No costs yet.</p>
      ) : (
        <Table className="ruled">
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
        </Table>
      )}
    </>
  );
}
