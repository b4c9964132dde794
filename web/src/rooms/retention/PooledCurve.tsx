import type { Grain, PooledView } from '../../api/queries';
import { grainWord } from '../../words/dates';
import { shareWithin } from '../../words/numbers';

const HEIGHT = 92;
const TOP = 10;
const BOTTOM = 84;

interface PooledCurveProps {
  pooled: PooledView[];
  /** Pixels before the first column, and of each column: those of the triangle below. */
  left: number;
  cell: number;
  grain: Grain;
}

interface Point {
  age: number;
  x: number;
  share: number;
  low: number;
  high: number;
}

/** The pooled share by age with its interval, from zero; its table twin is the triangle's first row. */
export function PooledCurve({ pooled, left, cell, grain }: PooledCurveProps) {
  const points: Point[] = pooled.flatMap(({ share, low, high }, age) =>
    share === null || low === null || high === null || age === 0
      ? []
      : [{ age, x: left + (age + 0.5) * cell, share, low, high }],
  );
  const most = niceTop(Math.max(...points.map((point) => point.high), 0.01));
  const y = (value: number) => BOTTOM - (value / most) * (BOTTOM - TOP);
  const band = [
    ...points.map((point) => [point.x, y(point.high)]),
    ...points.map((point) => [point.x, y(point.low)]).reverse(),
  ];
  const width = left + cell * pooled.length;
  const first = points[0];
  const last = points.at(-1);
  const spoken =
    first && last
      ? `Pooled curve from ${shareWithin(first.share, first.low, first.high)} at ${grainWord[grain]} ${first.age} to ${shareWithin(last.share, last.low, last.high)} at ${grainWord[grain]} ${last.age}.`
      : 'No age is complete yet.';
  return (
    <svg width={width} height={HEIGHT} className="pooled-curve" role="img" aria-label={spoken}>
      {[0, 0.5, 1].map((part) => (
        <g key={part}>
          <line x1={left} x2={width} y1={y(part * most)} y2={y(part * most)} />
          <text x={left - 8} y={y(part * most) + 4}>
            {Number((part * most * 100).toPrecision(3))} %
          </text>
        </g>
      ))}
      <text className="curve-name" x={16} y={y(most / 2) + 4}>
        Came back
      </text>
      {points.length > 1 && (
        <>
          <path className="curve-band" d={`M${band.map((point) => point.join(',')).join('L')}Z`} />
          <path
            className="curve-line"
            d={`M${points.map((point) => `${point.x},${y(point.share)}`).join('L')}`}
          />
        </>
      )}
      {points.map((point) => (
        <circle key={point.age} cx={point.x} cy={y(point.share)} r={2.6}>
          <title>{`${grainWord[grain]} ${point.age}: ${shareWithin(point.share, point.low, point.high)}`}</title>
        </circle>
      ))}
    </svg>
  );
}

/** The next of 1, 2, 3, 4, 5, 6, 8, 10 tenths, hundredths, … at or above a share. */
function niceTop(value: number): number {
  const power = 10 ** Math.floor(Math.log10(value));
  const step = [1, 2, 3, 4, 5, 6, 8, 10].find((each) => each * power >= value - 1e-12) ?? 10;
  return Math.min(1, step * power);
}
