import type { BreakUpView } from '../../../api/changes';
import { breakUpRows } from '../../../words/breakUp';
import { Table } from '../../../kit/Table';

/** Revenue a day by type, and of each type what every factor adds. */
export function BreakUpTable({ breakUp, currency }: { breakUp: BreakUpView; currency: string }) {
  return (
    <>
      <p className="second">
        Each type is the product of its four factors; their effects add up to its whole change. Each day is
        compared with the same weekday of the four weeks before.
      </p>
      <Table
        className="ruled case-money"
        sx={{ '& tbody tr:not(.factor) :is(th, td)': { fontWeight: 600 }, '& tbody tr.factor th': { pl: 5 } }}
      >
        <caption>Breakdown of revenue per day</caption>
        <thead>
          <tr>
            <th>Part</th>
            <th className="number">before</th>
            <th className="number">after</th>
            <th className="number">effect per day</th>
          </tr>
        </thead>
        <tbody>
          {breakUpRows(breakUp, currency).map((row, index) => (
            <tr key={index} className={row.isType ? undefined : 'factor'}>
              <th>{row.name}</th>
              <td className="number">{row.before}</td>
              <td className="number">{row.after}</td>
              <td className="number">{row.adds}</td>
            </tr>
          ))}
        </tbody>
      </Table>
    </>
  );
}
