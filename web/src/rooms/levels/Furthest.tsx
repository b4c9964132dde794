import type { CellView, PlacesView } from '../../api/places';
import { count } from '../../words/numbers';
import type { Words } from './question';
import { isApart, sayWithin, valueOf } from './values';
import { TextButton } from '../../kit/buttons';
import { Table } from '../../kit/Table';

interface FurthestProps {
  view: PlacesView;
  words: Words;
  onPick: (x: number, y: number) => void;
}

const MOST = 15;

/** The squares worth looking at first: the worst, the most, or those that differ most. */
export function Furthest({ view, words, onPick }: FurthestProps) {
  const isDifference = words.side === 'difference';
  const sign = words.shown.lessIsWorse ? 1 : -1;
  const rank = (cell: CellView) => {
    const value = valueOf(words, cell) ?? 0;
    return isDifference ? (isApart(cell) ? -1e9 : 0) - Math.abs(value) : sign * value;
  };
  const rows = view.cells
    .filter((cell) => valueOf(words, cell) !== null)
    .sort((one, other) => rank(one) - rank(other))
    .slice(0, MOST);
  if (rows.length === 0) return null;
  return (
    <Table
      className="ruled plan-furthest"
      sx={{
        flex: '1 1 300px',
        '&&': { width: 'auto' },
        maxWidth: 440,
        '& caption': { textAlign: 'left', fontWeight: 600, pb: 1 },
      }}
    >
      <caption>{isDifference ? 'Largest differences' : 'Highest and lowest'}</caption>
      <thead>
        <tr>
          <th>Square</th>
          <th className="number">Users</th>
          <th className="number">{isDifference ? 'Difference' : 'Value'}</th>
        </tr>
      </thead>
      <tbody>
        {rows.map((cell) => {
          const seen = cell.seen[words.side === 'other' ? 1 : 0];
          return (
            <tr key={`${cell.x} ${cell.y}`}>
              <td>
                <TextButton onClick={() => onPick(cell.x, cell.y)}>
                  x {cell.x}, y {cell.y}
                </TextButton>
              </td>
              <td className="number">
                {cell.seen
                  .filter((each) => isDifference || each === seen)
                  .map((each) => count(each.people ?? 0))
                  .join(' and ')}
              </td>
              <td className={isDifference && isApart(cell) ? 'number apart' : 'number'}>
                {isDifference && cell.difference
                  ? sayWithin(words, cell.difference, true)
                  : seen && sayWithin(words, seen)}
              </td>
            </tr>
          );
        })}
      </tbody>
    </Table>
  );
}
