import Box from '@mui/material/Box';
import type { EChartsOption, LineSeriesOption } from 'echarts';
import { useMemo } from 'react';
import type { CurveView } from '../../../api/retention';
import { EChart } from '../../../charts/EChart';
import { spread } from '../../../charts/ends';
import { FONT, tooltipLooks, valueAxis } from '../../../charts/looks';
import type { Roles } from '../../../theme/roles';
import { useRoles } from '../../../theme/theme';
import { share, shareWithin } from '../../../words/numbers';
import { lastDay, type Line } from './churn';

const HEIGHT = 300;
const MOST_CURVES = 8;

/** Pixels above and below the plot, and behind it where names stand at the ends of several curves. */
const TOP = 28;
const BOTTOM = 40;
const NAMES = 150;
const NAME_GAP = 14;

/** Share not churned by day since the start, a curve for each group; its table is below. */
export function ChurnChart({ lines }: { lines: Line[] }) {
  const roles = useRoles();
  const option = useMemo(() => optionOf(lines, roles), [lines, roles]);
  const named = lines.length > 1 ? lines.slice(0, MOST_CURVES) : [];
  const tops = spread(
    named.map(({ curve }) => TOP + (1 - (curve.steps.at(-1)?.share ?? 1)) * (HEIGHT - TOP - BOTTOM)),
    NAME_GAP,
    HEIGHT - BOTTOM,
  );
  return (
    <Box
      component="figure"
      sx={{
        position: 'relative',
        m: 0,
        '& > span': {
          position: 'absolute',
          right: 0,
          width: 144,
          mt: '-9px',
          fontSize: 12,
          overflow: 'hidden',
          textOverflow: 'ellipsis',
          whiteSpace: 'nowrap',
        },
      }}
    >
      <EChart
        option={option}
        height={HEIGHT}
        summary={`Share not churned by day since the start. ${lines.map(spoken).join(' ')}`}
      />
      {named.map(({ name }, at) => (
        <span key={name} aria-hidden style={{ top: tops[at], color: `var(--series-${at})` }}>
          {name}
        </span>
      ))}
    </Box>
  );
}

function spoken({ name, curve }: Line): string {
  const last = curve.steps.at(-1);
  return last ? `${name}: ${shareWithin(last.share, last.low, last.high)} on day ${last.day}.` : '';
}

/** A curve goes on to the last day known while users have not churned. */
const endOf = (curve: CurveView, last: number): [number, number][] => {
  const step = curve.steps.at(-1);
  return step && step.share > 0 ? [[last, step.share]] : [];
};

function optionOf(lines: Line[], roles: Roles): EChartsOption {
  const last = lastDay(lines);
  const series = lines.slice(0, MOST_CURVES).map(({ name, curve }, index): LineSeriesOption => {
    const colour = roles.series[index % roles.series.length] ?? roles.deep;
    return {
      type: 'line',
      name,
      step: 'end',
      symbol: 'none',
      data: [[0, 1], ...curve.steps.map((step) => [step.day, step.share]), ...endOf(curve, last)],
      lineStyle: { color: colour, width: 1.8 },
      itemStyle: { color: colour },
    };
  });
  return {
    animation: false,
    grid: { left: 64, right: lines.length > 1 ? NAMES : 32, top: TOP, bottom: BOTTOM },
    xAxis: {
      type: 'value',
      name: 'days since the start',
      nameLocation: 'middle',
      nameGap: 26,
      max: last,
      axisLine: { lineStyle: { color: roles.rule } },
      splitLine: { show: false },
      axisLabel: { color: roles.ink2, fontFamily: FONT, fontSize: 12 },
      nameTextStyle: { color: roles.ink2, fontFamily: FONT, fontSize: 12 },
    },
    yAxis: {
      interval: 0.25,
      ...valueAxis('not churned', (value) => `${Math.round(value * 100)}%`, roles),
      max: 1,
    } as NonNullable<EChartsOption['yAxis']>,
    tooltip: {
      ...tooltipLooks(roles),
      valueFormatter: (value) => (typeof value === 'number' ? share(value) : '–'),
    },
    series: [...bandOf(lines, roles), ...series],
  };
}

/** The interval of a single curve, as thin lines above and below. */
function bandOf(lines: Line[], roles: Roles): LineSeriesOption[] {
  const [only] = lines;
  if (!only || lines.length > 1) return [];
  return (['low', 'high'] as const).map((side) => ({
    type: 'line',
    name: side === 'low' ? 'lower bound' : 'upper bound',
    step: 'end',
    symbol: 'none',
    data: [[0, 1], ...only.curve.steps.map((step) => [step.day, step[side]])],
    lineStyle: { color: roles.series[0] ?? roles.deep, width: 0.8, type: 'dashed' },
    itemStyle: { color: roles.series[0] ?? roles.deep },
  }));
}
