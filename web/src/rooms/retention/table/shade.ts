/** Beyond three standard errors a cell is as coloured as it gets. */
const FULL = 3;
/** At most this much colour, so that the number on it keeps its contrast. */
const MOST_PERCENT = 42;

/**
 * How many standard errors a cohort's share lies from the pooled one. A small cohort wanders far by chance, so distance in
 * points alone would colour it most.
 */
export function distance(value: number, size: number, pooled: number): number {
  const error = Math.sqrt((pooled * (1 - pooled)) / size);
  return error === 0 ? 0 : (value - pooled) / error;
}

/** The background of a cell: rust below pooled, pine above; plainly by size if asked. */
export function cellStyle(
  value: number,
  size: number,
  pooled: number | null,
  plain: boolean,
): { background?: string } {
  if (plain) return { background: mix('--deep', value * MOST_PERCENT) };
  if (pooled === null) return {};
  const far = distance(value, size, pooled);
  const percent = (Math.min(Math.abs(far), FULL) / FULL) * MOST_PERCENT;
  return percent < 1 ? {} : { background: mix(far < 0 ? '--fall' : '--act', percent) };
}

const mix = (role: string, percent: number) =>
  `color-mix(in srgb, var(${role}) ${percent.toFixed(0)}%, var(--sheet))`;
