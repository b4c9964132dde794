import type { BreakUpView } from '../../api/changes';
import { breakUpRows } from '../../words/breakUp';

/** Revenue a day by type, and of each type what every factor adds. */
export function BreakUpTable({ breakUp, currency }: { breakUp: BreakUpView; currency: string }) {
  return (
    <>
      <p className="second">
        Each type is the product of its four factors; what they add comes to what it moved by, with nothing
        left over. Each day is held against the same day of the week in the four weeks before.
      </p>
      <table className="ruled case-money">
        <caption>Revenue a day, taken apart exactly</caption>
        <thead>
          <tr>
            <th>Of</th>
            <th className="number">before</th>
            <th className="number">after</th>
            <th className="number">adds a day</th>
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
      </table>
    </>
  );
}
