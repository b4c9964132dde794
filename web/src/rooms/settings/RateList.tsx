import type { AppView } from '../../api/queries';
import { useBringRates, useRates } from '../../api/settings';
import { dateWords } from '../../words/dates';
import { count, plural } from '../../words/numbers';
import { BringFile } from './BringFile';

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
        holds={`CSV with the columns currency, day, rate: what one unit was worth in ${app.currency} on that day. Amounts are converted by the rate of their own day.`}
        main
        mayChange={mayChange}
        bring={bring}
      />
      {rates.isError && <p className="fall">{rates.error.message}</p>}
      {view?.missing.map((missing) => (
        <p key={missing.currency} className="fall">
          {plural(missing.amounts, 'amount')} in {missing.currency} from {dateWords(missing.first)} to{' '}
          {dateWords(missing.last)} have no rate on their day and stand in no figure.
        </p>
      ))}
      {view && view.known.length === 0 && <p>No rate is known yet.</p>}
      {view && view.known.length > 0 && (
        <table className="ruled">
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
        </table>
      )}
    </>
  );
}
