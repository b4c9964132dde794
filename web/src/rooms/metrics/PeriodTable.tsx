import { NUMBERS } from './looks';
import type { MeasureView } from '../../api/measures';
import { measureChange, measureValue, stepWords } from '../../words/measures';
import type { Words } from './question';
import type { Panel } from './series';
import { Table } from '../../kit/Table';
import { Hint } from '../../kit/Hint';

interface PeriodTableProps {
  view: MeasureView;
  words: Words;
  panels: Panel[];
  zone: string;
}

/** The charts' table twin: one row a period, newest first, one column a line; above, the whole range. */
export function PeriodTable({ view, words, panels, zone }: PeriodTableProps) {
  const columns = panels.flatMap((panel) => panel.lines.map((line) => ({ line, panel })));
  const { periods } = view.range;
  const order = periods.map((_, index) => index).reverse();
  const say = (value: number | null | undefined, panel: Panel) =>
    measureValue(value ?? null, panel.unit, view.currency);
  const several = panels.length > 1 && view.range.groups.length > 0;
  return (
    <Table className="ruled sticky indent measures" sx={NUMBERS}>
      <caption className="spoken">One row per period, newest first.</caption>
      <thead>
        <tr>
          <th scope="col">Period</th>
          {columns.map(({ line, panel }) => (
            <th scope="col" className="number" key={line.key}>
              {several ? `${panel.key}: ${line.name}` : line.name}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        <tr className="whole">
          <th scope="row">whole range</th>
          {columns.map(({ line, panel }) => (
            <td className="number" key={line.key}>
              {say(line.range, panel)}
            </td>
          ))}
        </tr>
        {order.map((index) => {
          const period = periods[index];
          if (!period) return null;
          const open = !period.complete;
          return (
            <tr key={period.starts} className={open ? 'second' : undefined} data-period={period.days.from}>
              <th scope="row">
                {stepWords(period, words.step, zone)}
                {!period.whole && (
                  <>
                    {' '}
                    <Hint text="Only a part of it is in the range">◐</Hint>
                  </>
                )}
                {open && (
                  <>
                    {' '}
                    <Hint text="Not complete yet">…</Hint>
                  </>
                )}
              </th>
              {columns.map(({ line, panel }) => (
                <td className="number" key={line.key}>
                  {say(line.values[index], panel)}
                  {line.compared && period.whole && !open && (
                    <span className="second">
                      {' '}
                      {measureChange(line.values[index] ?? null, line.compared[index] ?? null, panel.unit)}
                    </span>
                  )}
                </td>
              ))}
            </tr>
          );
        })}
      </tbody>
    </Table>
  );
}
