import Box from '@mui/material/Box';
import type { RowView } from '../../api/queries';
import type { Standing } from './findings';
import { Hint } from '../../kit/Hint';

const WIDTH = 76;
const EDGE = 6;

interface UsualMarkProps {
  row: RowView;
  where: Standing | undefined;
  /** Whether what was to be expected is still on its way. */
  awaited: boolean;
  value: (number: number | null) => string;
}

/** Red for worse and green for better: of uninstalls, fewer is better. */
function lookOf(where: Standing, row: RowView) {
  const isWorse = (where === 'above') === row.isWorseAbove;
  return isWorse ? { fill: 'var(--fall)', word: 'fall' } : { fill: 'var(--act)', word: 'good' };
}

/** The latest value on a scale of where it was to be expected; outside that it is said in a word and a shape. */
export function UsualMark({ row, where, awaited, value }: UsualMarkProps) {
  const latest = row.series.at(-1);
  if (awaited) return null;
  if (
    where === undefined ||
    latest === null ||
    latest === undefined ||
    row.usualLow === null ||
    row.usualHigh === null
  ) {
    return (
      <Box className="second" component="span" sx={{ fontStyle: 'italic' }}>
        {latest === null ? '' : 'learning'}
      </Box>
    );
  }
  const look = lookOf(where, row);
  const reach = Math.max(row.usualHigh - row.usualLow, Math.abs(row.usualHigh) * 0.02, Number.MIN_VALUE);
  const low = row.usualLow - 0.6 * reach;
  const high = row.usualHigh + 0.6 * reach;
  const x = (of: number) =>
    EDGE + ((Math.max(low, Math.min(high, of)) - low) / (high - low)) * (WIDTH - 2 * EDGE);
  const at = x(latest);
  return (
    <Hint text={`${value(row.usualLow)} to ${value(row.usualHigh)}`}>
      <Box component="span" sx={{ display: 'flex', alignItems: 'center', gap: 1 }}>
        <svg width={WIDTH} height={14} aria-hidden="true">
          <line x1={EDGE} x2={WIDTH - EDGE} y1={7} y2={7} stroke="var(--rule)" />
          <rect
            x={x(row.usualLow)}
            width={x(row.usualHigh) - x(row.usualLow)}
            y={4}
            height={6}
            fill="var(--compared)"
            fillOpacity={0.45}
          />
          {where === 'within' ? (
            <line x1={at} x2={at} y1={1} y2={13} stroke="var(--ink)" strokeWidth={2} />
          ) : (
            <path
              d={where === 'below' ? `M${at - 5},3h10l-5,9Z` : `M${at - 5},11h10l-5,-9Z`}
              fill={look.fill}
            />
          )}
        </svg>
        <span className={where === 'within' ? 'spoken' : look.word}>{where}</span>
      </Box>
    </Hint>
  );
}
