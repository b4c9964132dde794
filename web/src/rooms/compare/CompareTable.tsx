import type { ContrastRow, ContrastView } from '../../api/contrast';
import { measureValue } from '../../words/measures';
import { isSure, roleOf, rowName, rowUnit, signedValue } from './rows';
import { Table } from '../../kit/Table';
import { TermMark } from '../../help/TermMark';

interface ContrastTableProps {
  view: ContrastView;
  rows: ContrastRow[];
  shown: (event: string) => string;
}

const HEADS = { FIGURE: 'Metrics', EVENT_SHARE: 'Events', EVENT_EACH: 'Events' } as const;

/** One row per metric: both values, the difference with its interval drawn around zero, and whether it is significant. */
export function CompareTable({ view, rows, shown }: ContrastTableProps) {
  return (
    <Table className="ruled sticky indent" sx={{ '& .group': { color: 'text.secondary' } }}>
      <thead>
        <tr>
          <th scope="col" colSpan={2}>
            Metric
          </th>
          <th scope="col" className="number">
            first group
          </th>
          <th scope="col" className="number">
            second group
          </th>
          <th scope="col" className="number">
            difference
            <TermMark term="Difference" isQuiet />
          </th>
          <th scope="col" className="number">
            95% interval
            <TermMark term="95% interval" isQuiet />
          </th>
          <th scope="col">about zero</th>
          <th scope="col">
            significant
            <TermMark term="Significant" isQuiet />
          </th>
        </tr>
      </thead>
      <tbody>
        {rows.map((row, index) => {
          const unit = rowUnit(row);
          const before = rows[index - 1];
          const isFirst = !before || HEADS[before.about] !== HEADS[row.about];
          const { difference } = row;
          const say = (value: number | null) => measureValue(value, unit, view.currency);
          return (
            <tr key={`${row.about} ${row.name}`} data-row={`${row.about} ${row.name}`}>
              <td className="group">{isFirst ? HEADS[row.about] : ''}</td>
              <th scope="row">
                {rowName(row, shown)}
                {row.about === 'FIGURE' && <TermMark term={rowName(row, shown)} isQuiet />}
              </th>
              <td className="number">{say(row.first)}</td>
              <td className="number">{say(row.second)}</td>
              <td className="number">
                {difference ? signedValue(difference.value, unit, view.currency) : 'too few users'}
              </td>
              <td className="number second">
                {difference
                  ? `${signedValue(difference.low, unit, view.currency)} to ${signedValue(difference.high, unit, view.currency)}`
                  : ''}
              </td>
              <td>{difference && <Whisker row={row} />}</td>
              <td className={isSure(row) ? '' : 'second'}>
                {row.adjusted === null
                  ? ''
                  : isSure(row)
                    ? `yes (${chance(row.adjusted)})`
                    : `no (${chance(row.adjusted)})`}
              </td>
            </tr>
          );
        })}
      </tbody>
    </Table>
  );
}

const chance = (p: number) => (p < 0.001 ? 'p < 0.001' : `p = ${p.toFixed(3)}`);

const WIDTH = 120;

/** The interval about zero, relative to the larger of the two values; what reaches beyond is cut. */
function Whisker({ row }: { row: ContrastRow }) {
  if (!row.difference) return null;
  const scale = Math.max(Math.abs(row.first ?? 0), Math.abs(row.second ?? 0)) || 1;
  const x = (value: number) => WIDTH / 2 + Math.max(-1, Math.min(1, value / scale)) * (WIDTH / 2 - 4);
  const { value, low, high } = row.difference;
  const colour = `var(--${roleOf(row)})`;
  return (
    <svg width={WIDTH} height={14} aria-hidden="true">
      <line x1={WIDTH / 2} x2={WIDTH / 2} y1={0} y2={14} stroke="var(--rule)" />
      <line x1={x(low)} x2={x(high)} y1={7} y2={7} stroke={colour} strokeWidth={1.5} />
      <circle cx={x(value)} cy={7} r={3} fill={colour} />
    </svg>
  );
}
