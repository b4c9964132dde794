import { useHeldBackDays, type Kind } from '../../api/intake';
import type { AppView } from '../../api/queries';
import { dayOf, dayWords } from '../../words/dates';
import { count } from '../../words/numbers';
import { KINDS } from './parts';
import { Table } from '../../kit/Table';

const DAYS_SHOWN = 7;

/** How many rows were rejected for which reason, on the last days with rejected rows; settled means sent again or dismissed. */
export function RejectedDays({ app }: { app: AppView }) {
  const answer = useHeldBackDays(app.key);
  const counts = answer.data ?? [];
  const days = [...new Set(counts.map((each) => each.day))].sort().slice(-DAYS_SHOWN);
  const kinds = (Object.keys(KINDS) as Kind[]).filter((kind) => counts.some((each) => each.kind === kind));
  if (days.length === 0) return null;
  const cell = (kind: Kind, day: string) =>
    counts.find((each) => each.kind === kind && each.day === day) ?? { heldBack: 0, settled: 0 };
  return (
    <Table className="ruled" sx={{ '&&': { width: 'auto' }, m: '8px 0 14px' }}>
      <thead>
        <tr>
          <th scope="col">Rejected because of</th>
          {days.map((day) => (
            <th key={day} scope="col" className="number">
              {dayWords(dayOf(day))}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {kinds.map((kind) => (
          <tr key={kind}>
            <th scope="row">{KINDS[kind]}</th>
            {days.map((day) => {
              const { heldBack, settled } = cell(kind, day);
              return (
                <td key={day} className="number">
                  {count(heldBack)}
                  {settled > 0 && <span className="second"> ({count(settled)} settled)</span>}
                </td>
              );
            })}
          </tr>
        ))}
      </tbody>
    </Table>
  );
}
