interface SparklineProps {
  values: (number | null)[];
  /** Places along the line at which something is marked. */
  ticks: number[];
  /** Lowest and highest usual value along the line, shaded behind it. */
  band?: { low: (number | null)[]; high: (number | null)[] } | undefined;
  width: number;
  height: number;
}

const EDGE = 2;

/** Along the upper bounds and back along the lower; from where both are known on. */
function area(
  { low, high }: { low: (number | null)[]; high: (number | null)[] },
  x: (index: number) => number,
  y: (value: number) => number,
): string {
  const there = high.flatMap((bound, index) => {
    const below = low[index];
    return bound === null || below === null || below === undefined ? [] : [{ index, bound, below }];
  });
  const point = (index: number, value: number) => `${x(index).toFixed(1)},${y(value).toFixed(1)}`;
  const upper = there.map(({ index, bound }) => point(index, bound));
  const lower = there.map(({ index, below }) => point(index, below)).reverse();
  return there.length ? `M${[...upper, ...lower].join('L')}Z` : '';
}

/**
 * A small line between its lowest and highest value, to show shape, not size; gaps where there is no value. Its table twin
 * is the row it stands in.
 */
export function Sparkline({ values, ticks, band, width, height }: SparklineProps) {
  const known = [...values, ...(band?.low ?? []), ...(band?.high ?? [])].filter(
    (value): value is number => value !== null,
  );
  if (known.length === 0) return null;
  const least = Math.min(...known);
  const reach = Math.max(...known) - least || 1;
  const step = width / Math.max(1, values.length - 1);
  const y = (value: number) => EDGE + (1 - (value - least) / reach) * (height - 2 * EDGE);
  let pen = 'M';
  let path = '';
  values.forEach((value, index) => {
    if (value === null) {
      pen = 'M';
      return;
    }
    path += `${pen}${(index * step).toFixed(1)},${y(value).toFixed(1)}`;
    pen = 'L';
  });
  const last = values.at(-1);
  return (
    <svg width={width + 4} height={height} aria-hidden="true">
      {band && <path d={area(band, (index) => index * step, y)} fill="var(--compared)" fillOpacity={0.18} />}
      {ticks.map((index) => (
        <line
          key={index}
          x1={index * step}
          x2={index * step}
          y1={0}
          y2={height}
          stroke="var(--release)"
          strokeWidth={1}
        />
      ))}
      <path d={path} fill="none" stroke="var(--deep)" strokeWidth={1.4} strokeLinejoin="round" />
      {last !== null && last !== undefined && (
        <circle cx={(values.length - 1) * step} cy={y(last)} r={2.2} fill="var(--deep)" />
      )}
    </svg>
  );
}
