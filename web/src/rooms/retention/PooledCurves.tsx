import type { Ages, PooledView, TriangleView } from '../../api/queries';
import { spread } from '../../charts/ends';
import { shareWithin } from '../../words/numbers';
import { columnWords, type Words } from './question';

const HEIGHT = 92;
const TOP = 10;
const BOTTOM = 84;
const LINE_HEIGHT = 13;
const LONGEST_NAME = 20;
/** Pixels behind the last column, for the names at the ends of several curves. */
export const NAMES_WIDTH = 132;

interface PooledCurvesProps {
  triangles: TriangleView[];
  columns: Ages[];
  shown: number;
  /** Pixels before the first column, and of each column: those of the triangle below. */
  left: number;
  cell: number;
  words: Words;
}

interface Point {
  ages: Ages;
  x: number;
  share: number;
  low: number;
  high: number;
}

/** The pooled shares by age, that of the triangle with its interval, from zero; its table twin is the first row. */
export function PooledCurves({ triangles, columns, shown, left, cell, words }: PooledCurvesProps) {
  const points = triangles.map(({ pooled }) => pointsOf(pooled, columns, left, cell));
  const most = niceTop(Math.max(...points.flat().map((point) => point.high), 0.01));
  const y = (value: number) => BOTTOM - (value / most) * (BOTTOM - TOP);
  const right = left + cell * columns.length;
  const several = triangles.length > 1;
  const heights = spread(
    points.map((curve) => y(curve.at(-1)?.share ?? 0)),
    LINE_HEIGHT,
    BOTTOM,
  );
  return (
    <svg
      width={right + (several ? NAMES_WIDTH : 0)}
      height={HEIGHT}
      className="pooled-curve"
      role="img"
      aria-label={triangles
        .map(({ name }, at) => spoken(several ? name : '', points[at] ?? [], words))
        .join(' ')}
    >
      {[0, 0.5, 1].map((part) => (
        <g key={part}>
          <line x1={left} x2={right} y1={y(part * most)} y2={y(part * most)} />
          <text x={left - 8} y={y(part * most) + 4}>
            {Number((part * most * 100).toPrecision(3))} %
          </text>
        </g>
      ))}
      <text className="curve-name" x={16} y={y(most / 2) + 4}>
        Came back
      </text>
      {points.map((curve, at) => (
        <Curve key={triangles[at]?.name} curve={curve} at={at} y={y} withBand={at === shown} words={words} />
      ))}
      {several &&
        triangles.map(({ name }, at) => (
          <text
            key={name}
            className="curve-end"
            x={(points[at]?.at(-1)?.x ?? right) + 8}
            y={(heights[at] ?? 0) + 4}
            style={{ fill: `var(--series-${at})`, fontWeight: at === shown ? 600 : 400 }}
          >
            {name.length > LONGEST_NAME ? `${name.slice(0, LONGEST_NAME - 1)}\u2026` : name}
          </text>
        ))}
    </svg>
  );
}

/** Age 0 alone, where everybody is by definition, would flatten all the rest. */
const pointsOf = (pooled: PooledView[], columns: Ages[], left: number, cell: number): Point[] =>
  pooled.flatMap(({ share, low, high }, column) => {
    const ages = columns[column];
    if (share === null || low === null || high === null || !ages || ages.to === 0) return [];
    return ages.from === 0 && share === 1
      ? []
      : [{ ages, x: left + (column + 0.5) * cell, share, low, high }];
  });

interface CurveProps {
  curve: Point[];
  at: number;
  y: (value: number) => number;
  withBand: boolean;
  words: Words;
}

function Curve({ curve, at, y, withBand, words }: CurveProps) {
  const band = [
    ...curve.map((point) => [point.x, y(point.high)]),
    ...curve.map((point) => [point.x, y(point.low)]).reverse(),
  ];
  const colour = `var(--series-${at})`;
  return (
    <g>
      {withBand && curve.length > 1 && (
        <path
          className="curve-band"
          style={{ fill: colour }}
          d={`M${band.map((point) => point.join(',')).join('L')}Z`}
        />
      )}
      {curve.length > 1 && (
        <path
          className="curve-line"
          style={{ stroke: colour }}
          d={`M${curve.map((point) => `${point.x},${y(point.share)}`).join('L')}`}
        />
      )}
      {curve.map((point) => (
        <circle key={point.x} cx={point.x} cy={y(point.share)} r={2.6} style={{ fill: colour }}>
          <title>{`${columnWords(point.ages, words)}: ${shareWithin(point.share, point.low, point.high)}`}</title>
        </circle>
      ))}
    </g>
  );
}

function spoken(name: string, curve: Point[], words: Words): string {
  const first = curve[0];
  const last = curve.at(-1);
  if (!first || !last) return `${name || 'Pooled'}: no age is complete yet.`;
  const say = (point: Point) =>
    `${shareWithin(point.share, point.low, point.high)} ${columnWords(point.ages, words)}`;
  return `${name || 'Pooled curve'} from ${say(first)} to ${say(last)}.`;
}

/** The next of 1, 2, 3, 4, 5, 6, 8, 10 tenths, hundredths, … at or above a share. */
function niceTop(value: number): number {
  const power = 10 ** Math.floor(Math.log10(value));
  const step = [1, 2, 3, 4, 5, 6, 8, 10].find((each) => each * power >= value - 1e-12) ?? 10;
  return Math.min(1, step * power);
}
