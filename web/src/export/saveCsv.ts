import { download } from './download';

/** Digits of a number that matter: more are noise of binary fractions. */
const DIGITS = 12;

/** A cell as RFC 4180 has it; a text that a spreadsheet would take for a formula is made harmless. */
function cell(value: string | number | null): string {
  if (value === null) return '';
  if (typeof value === 'number') return String(Number(value.toPrecision(DIGITS)));
  const text = /^[=+\-@\t\r]/.test(value) ? `'${value}` : value;
  return /[",\r\n]/.test(text) ? `"${text.replaceAll('"', '""')}"` : text;
}

export const csvOf = (rows: (string | number | null)[][]): string =>
  rows.map((row) => row.map(cell).join(',')).join('\r\n') + '\r\n';

/** Hands a table to the browser as a file. */
export function saveCsv(name: string, rows: (string | number | null)[][]) {
  download(name, new Blob([csvOf(rows)], { type: 'text/csv;charset=utf-8' }));
}
