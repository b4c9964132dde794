import { spread } from '../../../charts/ends';

const LEAST_HEIGHT = 92;
const TOP = 10;
/** Pixels below the zero line. */
const FOOT = 8;
const LINE_HEIGHT = 13;
const LONGEST_NAME = 20;
/** Pixels behind the last column, for the names at the ends of several curves. */
export const NAMES_WIDTH = 132;

export interface AgePoint {
  column: number;
  value: number;
  low: number;
  high: number;
  /** "week 4: 23.1% (22.4\u201323.8)". */
  said: string;
}

export interface AgeCurve {
  name: string;
  points: AgePoint[];
  /** The number of its colour. */
  colour: number;
  /** Whether its interval is drawn. */
  band?: boolean;
  /** What is foretold, not seen: dashed, without points. */
  ahead?: boolean;
  strong?: boolean;
}

interface AgeCurvesProps {
  curves: AgeCurve[];
  /** Values that a curve has to reach: a thin line across in its colour. */
  levels?: { value: number; colour: number; said: string }[];
  columns: number;
  /** Pixels before the first column, and of each column: those of the table below. */
  left: number;
  cell: number;
  title: string;
  axis: (value: number) => string;
  /** The largest value there can be. */
  most?: number;
  /** Somebody wants the people of a point of a curve, by the number of its colour. */
  onPick?: ((curve: number, column: number, element: Element) => void) | undefined;
}

/** Curves by age over a table, on the same columns, from zero; their table twin is below. */
export function AgeCurves({
  curves,
  levels = [],
  columns,
  left,
  cell,
  title,
  axis,
  most = Infinity,
  onPick,
}: AgeCurvesProps) {
  const highest = Math.max(
    ...curves.flatMap(({ points, band }) => points.map((each) => (band ? each.high : each.value))),
    ...levels.map((level) => level.value),
  );
  const top = niceTop(highest > 0 ? highest : 0.01, most);
  const named = curves.filter((curve) => !curve.ahead);
  const several = named.length > 1;
  const height = Math.max(LEAST_HEIGHT, several ? named.length * LINE_HEIGHT + TOP + FOOT : 0);
  const bottom = height - FOOT;
  const x = (column: number) => left + (column + 0.5) * cell;
  const y = (value: number) => bottom - (value / top) * (bottom - TOP);
  const right = left + cell * columns;
  const heights = spread(
    named.map((curve) => y(curve.points.at(-1)?.value ?? 0)),
    LINE_HEIGHT,
    bottom,
  );
  return (
    <svg
      width={right + (several ? NAMES_WIDTH : 0)}
      height={height}
      className="pooled-curve"
      role="img"
      aria-label={curves.map((curve) => spoken(curve, several || curve.ahead === true)).join(' ')}
    >
      {[0, 0.5, 1].map((part) => (
        <g key={part}>
          <line x1={left} x2={right} y1={y(part * top)} y2={y(part * top)} />
          <text x={left - 8} y={y(part * top) + 4}>
            {axis(part * top)}
          </text>
        </g>
      ))}
      <text className="curve-name" x={16} y={y(top / 2) + 4}>
        {title}
      </text>
      {levels.map((level) => (
        <line
          key={level.said}
          className="curve-level"
          x1={left}
          x2={right}
          y1={y(level.value)}
          y2={y(level.value)}
          style={{ stroke: `var(--series-${level.colour})` }}
        >
          <title>{level.said}</title>
        </line>
      ))}
      {curves.map((curve, at) => (
        <Curve key={at} curve={curve} x={x} y={y} onPick={curve.ahead ? undefined : onPick} />
      ))}
      {several &&
        named.map(({ name, colour, strong }, at) => (
          <text
            key={name}
            className="curve-end"
            x={right + 6}
            y={(heights[at] ?? 0) + 4}
            style={{ fill: `var(--series-${colour})`, fontWeight: strong ? 600 : 400 }}
          >
            {name.length > LONGEST_NAME ? `${name.slice(0, LONGEST_NAME - 1)}\u2026` : name}
          </text>
        ))}
    </svg>
  );
}

interface CurveProps {
  curve: AgeCurve;
  x: (column: number) => number;
  y: (value: number) => number;
  onPick: AgeCurvesProps['onPick'];
}

function Curve({ curve: { points, colour, band, ahead }, x, y, onPick }: CurveProps) {
  const stroke = `var(--series-${colour})`;
  const edge = [
    ...points.map((point) => [x(point.column), y(point.high)]),
    ...points.map((point) => [x(point.column), y(point.low)]).reverse(),
  ];
  return (
    <g>
      {band && points.length > 1 && (
        <path
          className="curve-band"
          style={{ fill: stroke, ...(ahead ? { fillOpacity: 0.09 } : {}) }}
          d={`M${edge.map((point) => point.join(',')).join('L')}Z`}
        />
      )}
      {points.length > 1 && (
        <path
          className={ahead ? 'curve-line ahead' : 'curve-line'}
          style={{ stroke }}
          d={`M${points.map((point) => `${x(point.column)},${y(point.value)}`).join('L')}`}
        />
      )}
      {points.map((point) => (
        <circle
          key={point.column}
          cx={x(point.column)}
          cy={y(point.value)}
          r={ahead ? 1.4 : 2.6}
          style={{ fill: stroke, ...(onPick ? { cursor: 'pointer' } : {}) }}
          onClick={(event) => onPick?.(colour, point.column, event.currentTarget)}
        >
          <title>{point.said}</title>
        </circle>
      ))}
    </g>
  );
}

function spoken({ name, points }: AgeCurve, withName: boolean): string {
  const first = points[0];
  const last = points.at(-1);
  const who = withName ? name : 'Average curve';
  if (!first || !last) return `${who}: no age is complete yet.`;
  return `${who} from ${first.said} to ${last.said}.`;
}

/** The next of 1, 2, 3, 4, 5, 6, 8, 10 tenths, hundredths, … at or above a value. */
function niceTop(value: number, most: number): number {
  const power = 10 ** Math.floor(Math.log10(value));
  const step = [1, 2, 3, 4, 5, 6, 8, 10].find((each) => each * power >= value - 1e-12) ?? 10;
  return Math.min(most, step * power);
}
