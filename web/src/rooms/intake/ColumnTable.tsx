import type { LookView, Reading } from '../../api/intake';
import { PARTS, withPart, withProperty } from './parts';

interface ColumnTableProps {
  reading: Reading;
  rows: LookView['rows'];
  onChange: (reading: Reading) => void;
}

/** Each column with sample values and what it is imported as. */
export function ColumnTable({ reading, rows, onChange }: ColumnTableProps) {
  return (
    <table className="ruled columns">
      <thead>
        <tr>
          <th scope="col">Column</th>
          <th scope="col">Sample</th>
          <th scope="col">Import as</th>
          <th scope="col">Name</th>
        </tr>
      </thead>
      <tbody>
        {reading.columns.map((column, index) => (
          <tr key={column.name}>
            <th scope="row">{column.name}</th>
            <td className="content">{sample(rows, index)}</td>
            <td>
              <select
                aria-label={`Import ${column.name} as`}
                value={column.becomes}
                onChange={(event) =>
                  onChange(withPart(reading, index, event.target.value as typeof column.becomes))
                }
              >
                {Object.entries(PARTS).map(([part, words]) => (
                  <option key={part} value={part}>
                    {words}
                  </option>
                ))}
              </select>
            </td>
            <td>
              {column.becomes === 'PROPERTY' && (
                <input
                  key={column.property}
                  aria-label={`Property name of ${column.name}`}
                  defaultValue={column.property}
                  onBlur={(event) =>
                    event.target.value.trim() !== column.property &&
                    onChange(withProperty(reading, index, event.target.value.trim()))
                  }
                />
              )}
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

/** The first distinct values of a column. */
function sample(rows: LookView['rows'], index: number): string {
  const values = [...new Set(rows.map((row) => row.values[index] ?? '').filter((value) => value !== ''))];
  return values.slice(0, 4).join(' · ');
}
