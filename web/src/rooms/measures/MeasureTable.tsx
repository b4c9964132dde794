import type { MeasureView } from '../../api/measures';
import type { Grain } from '../../api/queries';
import { periodWords } from '../../words/dates';
import { measureValue, type MeasureUnit } from '../../words/measures';
import type { Line } from './series';

interface MeasureTableProps {
  view: MeasureView;
  grain: Grain;
  lines: Line[];
  /** Everything together, beside the groups of a split. */
  whole: Line | undefined;
  unit: MeasureUnit;
}

/** The chart's table twin: one row a period, newest first, one column a line; above, the whole range. */
export function MeasureTable({ view, grain, lines, whole, unit }: MeasureTableProps) {
  const columns = whole ? [whole, ...lines] : lines;
  const order = view.periods.map((_, index) => index).reverse();
  return (
    <table className="ruled measures">
      <caption className="spoken">One row a period, newest first.</caption>
      <thead>
        <tr>
          <th scope="col">Period</th>
          {columns.map((line) => (
            <th scope="col" className="number" key={line.name}>
              {line.name}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        <tr className="whole">
          <th scope="row">whole range</th>
          {columns.map((line) => (
            <td className="number" key={line.name}>
              {measureValue(line.range, unit)}
            </td>
          ))}
        </tr>
        {order.map((index) => {
          const period = view.periods[index];
          if (!period) return null;
          const open = !period.complete;
          return (
            <tr key={period.days.from} className={open ? 'second' : undefined} data-period={period.days.from}>
              <th scope="row">
                {periodWords(period.days.from, grain)}
                {!period.whole && <span title="Only a part of it lies in the range"> ◐</span>}
                {open && <span title="Not over yet in the data"> …</span>}
              </th>
              {columns.map((line) => (
                <td className="number" key={line.name}>
                  {measureValue(line.values[index] ?? null, unit)}
                </td>
              ))}
            </tr>
          );
        })}
      </tbody>
    </table>
  );
}
