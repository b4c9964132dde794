import type { AppView } from '../../../api/queries';
import { useBringRates, useRates } from '../../../api/settings';
import { dateWords } from '../../../words/dates';
import { count, plural } from '../../../words/numbers';
import { BringFile } from './BringFile';
import { Table } from '../../../kit/Table';

/** What other currencies were worth, and which amounts stand in no figure for want of a rate. */
export function RateList({ app, mayChange }: { app: AppView; mayChange: boolean }) {
  const rates = useRates(app.key);
  const bring = useBringRates(app.key);
  const view = rates.data;
  return (
    <>
      <h1 className="serif">Exchange rates into {app.currency}</h1>
      <BringFile
        what="rates"
        holds={`CSV with the columns currency, day, rate: the value of one unit in ${app.currency} on that day. Amounts are converted with the rate of their own day.`}
        main
        mayChange={mayChange}
        bring={bring}
      />
      {rates.isError && <p className="fall">{rates.error.message}</p>}
      {view?.missing.map((missing) => (
        <p key={missing.currency} className="fall">
          {plural(missing.amounts, 'amount')} in {missing.currency} from {dateWords(missing.first)} to{' '}
          {dateWords(missing.last)} have no rate on their day and are not included.
        </p>
      ))}
      {view && view.known.length === 0 && <p>No exchange rates yet.</p>}
      {view && view.known.length > 0 && (
        <Table className="ruled">
          <thead>
            <tr>
              <th scope="col">Currency</th>
              <th scope="col" className="number">
                Days
              </th>
              <th scope="col">First</th>
              <th scope="col">Last</th>
              <th scope="col" className="number">
                Latest rate
              </th>
            </tr>
          </thead>
          <tbody>
            {view.known.map((each) => (
              <tr key={each.currency}>
                <td>{each.currency}</td>
                <td className="number">{count(each.days)}</td>
                <td>{dateWords(each.first)}</td>
                <td>{dateWords(each.last)}</td>
                <td className="number">{each.latest}</td>
              </tr>
            ))}
          </tbody>
        </Table>
      )}
    </>
  );
}
