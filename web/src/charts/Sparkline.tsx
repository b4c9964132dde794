interface SparklineProps {
  values: (number | null)[];
  /** Places along the line at which something is marked. */
  ticks: number[];
  /** Lowest and highest usual value, shaded behind the line. */
  band?: readonly [number, number];
  width: number;
  height: number;
}

const EDGE = 2;

/**
 * A small line between its lowest and highest value, to show shape, not size; gaps where there is no value. Its table twin
 * is the row it stands in.
 */
export function Sparkline({ values, ticks, band, width, height }: SparklineProps) {
  const known = [...values.filter((value): value is number => value !== null), ...(band ?? [])];
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
      {band && (
        <rect
          width={width}
          y={y(band[1])}
          height={y(band[0]) - y(band[1])}
          fill="var(--compared)"
          fillOpacity={0.18}
        />
      )}
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
