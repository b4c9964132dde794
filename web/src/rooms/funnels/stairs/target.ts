import type { Step } from '../question';

/** What a step is aimed at, if it can be read. */
export function targetOf({ target }: Step): [number, number] | undefined {
  if (!Array.isArray(target)) return undefined;
  const [from, to] = target;
  return Number.isFinite(from) && Number.isFinite(to) && 0 <= from && from <= to && to <= 1
    ? [from, to]
    : undefined;
}

/** Whether a share lies in what it is aimed at, as far as its interval tells. */
export function againstTarget(
  { low, high }: { low: number; high: number },
  [from, to]: [number, number],
): 'below' | 'above' | 'in' | 'unsure' {
  if (high < from) return 'below';
  if (low > to) return 'above';
  return low >= from && high <= to ? 'in' : 'unsure';
}
