import Box from '@mui/material/Box';
import type { LookView, ImportFormat } from '../../api/intake';
import { PARTS, withPart, withProperty } from './parts';
import { Table } from '../../kit/Table';
import { Blank, Select } from '../../kit/fields';

interface ColumnTableProps {
  reading: ImportFormat;
  rows: LookView['rows'];
  onChange: (reading: ImportFormat) => void;
}

/** Each column with sample values and what it is imported as. */
export function ColumnTable({ reading, rows, onChange }: ColumnTableProps) {
  return (
    <Table className="ruled" sx={{ '&&': { width: 'auto' }, minWidth: '60%' }}>
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
            <Box
              component="td"
              sx={{ maxWidth: 420, overflow: 'hidden', textOverflow: 'ellipsis', color: 'text.secondary' }}
            >
              {sample(rows, index)}
            </Box>
            <td>
              <Select
                label={`Import ${column.name} as`}
                value={column.becomes}
                options={PARTS}
                onChange={(part) => onChange(withPart(reading, index, part))}
              />
            </td>
            <td>
              {column.becomes === 'PROPERTY' && (
                <Blank
                  label={`Property name of ${column.name}`}
                  value={column.property}
                  onChange={(property) => onChange(withProperty(reading, index, property))}
                />
              )}
            </td>
          </tr>
        ))}
      </tbody>
    </Table>
  );
}

/** The first distinct values of a column. */
function sample(rows: LookView['rows'], index: number): string {
  const values = [...new Set(rows.map((row) => row.values[index] ?? '').filter((value) => value !== ''))];
  return values.slice(0, 4).join(' · ');
}
