import type { AppView } from '../../../api/queries';
import { useBringSettlements, useSettlements } from '../../../api/settings';
import { dateWords } from '../../../words/dates';
import { count } from '../../../words/numbers';
import { BringFile } from './BringFile';
import { Table } from '../../../kit/Table';

/** What advert networks paid for by their own count; a case of adverts sets it beside what the log holds. */
export function Settlements({ app, mayChange }: { app: AppView; mayChange: boolean }) {
  const settlements = useSettlements(app.key);
  const bring = useBringSettlements(app.key);
  const known = settlements.data ?? [];
  return (
    <>
      <h1 className="serif">Ad network settlements</h1>
      <BringFile
        what="settlements"
        holds="CSV with the columns day, platform, adverts, amount, currency: the ads a network paid for on that day. When ads drop, a case can tell whether only the tracking was lost."
        main
        mayChange={mayChange}
        bring={bring}
      />
      {settlements.isError && <p className="fall">{settlements.error.message}</p>}
      {settlements.isSuccess && known.length === 0 && <p>No settlements yet.</p>}
      {known.length > 0 && (
        <Table className="ruled">
          <thead>
            <tr>
              <th scope="col">Platform</th>
              <th scope="col" className="number">
                Days
              </th>
              <th scope="col">First</th>
              <th scope="col">Last</th>
              <th scope="col" className="number">
                Ads
              </th>
            </tr>
          </thead>
          <tbody>
            {known.map((each) => (
              <tr key={each.platform}>
                <td>{each.platform}</td>
                <td className="number">{count(each.days)}</td>
                <td>{dateWords(each.first)}</td>
                <td>{dateWords(each.last)}</td>
                <td className="number">{count(each.adverts)}</td>
              </tr>
            ))}
          </tbody>
        </Table>
      )}
    </>
  );
}
