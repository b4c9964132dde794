import { download } from './download';

/** A cell as RFC 4180 has it; a text that a spreadsheet would take for a formula is made harmless. */
function cell(value: string | number | null): string {
  if (value === null) return '';
  const text = typeof value === 'string' && /^[=+\-@\t\r]/.test(value) ? `'${value}` : String(value);
  return /[",\r\n]/.test(text) ? `"${text.replaceAll('"', '""')}"` : text;
}

export const csvOf = (rows: (string | number | null)[][]): string =>
  rows.map((row) => row.map(cell).join(',')).join('\r\n') + '\r\n';

/** Hands a table to the browser as a file. */
export function saveCsv(name: string, rows: (string | number | null)[][]) {
  download(name, new Blob([csvOf(rows)], { type: 'text/csv;charset=utf-8' }));
}
