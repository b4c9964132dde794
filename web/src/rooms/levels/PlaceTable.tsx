import { TermMark } from '../../help/TermMark';
import type { PlacesView } from '../../api/places';
import { count, NO_VALUE } from '../../words/numbers';
import type { Words } from './question';
import { isApart, sayWithin } from './values';
import { TextButton } from '../../kit/buttons';
import { Table } from '../../kit/Table';

interface PlaceTableProps {
  view: PlacesView;
  words: Words;
  onPick: (x: number, y: number) => void;
}

/** The same as numbers, a square a row. */
export function PlaceTable({ view, words, onPick }: PlaceTableProps) {
  const names =
    words.beside === 'before' ? ['these days', 'the previous days'] : ['chosen users', 'other users'];
  const sides = view.sides.length === 2 ? names : [''];
  return (
    <Table className="ruled place-table" sx={{ maxWidth: 900, m: '8px 16px' }}>
      <thead>
        <tr>
          <th>
            Square
            <TermMark term="Square" isQuiet />
          </th>
          {sides.map((side) => (
            <th key={side} className="number">
              {side ? `Users, ${side}` : 'Users'}
            </th>
          ))}
          {sides.map((side) => (
            <th key={side} className="number">
              {side ? `Value, ${side}` : 'Value'}
            </th>
          ))}
          {sides.length === 2 && <th className="number">Difference</th>}
        </tr>
      </thead>
      <tbody>
        {view.cells.map((cell) => (
          <tr key={`${cell.x} ${cell.y}`} data-square={`${cell.x} ${cell.y}`}>
            <td>
              <TextButton onClick={() => onPick(cell.x, cell.y)}>
                x {cell.x}, y {cell.y}
              </TextButton>
            </td>
            {cell.seen.map((seen, at) => (
              <td key={at} className="number">
                {seen.people === null ? 'fewer than 5' : count(seen.people)}
              </td>
            ))}
            {cell.seen.map((seen, at) => (
              <td key={at} className="number">
                {sayWithin(words, seen)}
              </td>
            ))}
            {sides.length === 2 && (
              <td className={isApart(cell) ? 'number apart' : 'number'}>
                {cell.difference ? sayWithin(words, cell.difference, true) : NO_VALUE}
              </td>
            )}
          </tr>
        ))}
      </tbody>
    </Table>
  );
}
