/** Orders "1.9.2" before "1.10.0": runs of digits by their number, anything else by its letters. */
export function compareVersions(a: string, b: string): number {
  return a.localeCompare(b, 'en', { numeric: true });
}
