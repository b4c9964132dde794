import type { LookView, Reading } from '../../api/intake';
import { PARTS, withPart, withProperty } from './parts';

interface ColumnTableProps {
  reading: Reading;
  rows: LookView['rows'];
  onChange: (reading: Reading) => void;
}

/** Each column, what stands in it, and what it becomes. */
export function ColumnTable({ reading, rows, onChange }: ColumnTableProps) {
  return (
    <table className="ruled columns">
      <thead>
        <tr>
          <th scope="col">Column</th>
          <th scope="col">Stands in it</th>
          <th scope="col">Becomes</th>
          <th scope="col">Called</th>
        </tr>
      </thead>
      <tbody>
        {reading.columns.map((column, index) => (
          <tr key={column.name}>
            <th scope="row">{column.name}</th>
            <td className="content">{standsIn(rows, index)}</td>
            <td>
              <select
                aria-label={`What ${column.name} becomes`}
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
                  aria-label={`Name of the property that ${column.name} becomes`}
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

/** The first different values of a column. */
function standsIn(rows: LookView['rows'], index: number): string {
  const values = [...new Set(rows.map((row) => row.values[index] ?? '').filter((value) => value !== ''))];
  return values.slice(0, 4).join(' · ');
}
