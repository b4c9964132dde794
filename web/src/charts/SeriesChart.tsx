import type { EChartsOption, LineSeriesOption } from 'echarts';
import { useMemo } from 'react';
import type { Grain, VersionView } from '../api/queries';
import type { Schemas } from '../api/queries';
import type { Roles } from '../theme/roles';
import { useRoles } from '../theme/theme';
import { dayOf, periodWords } from '../words/dates';
import { axisName, axisValue, measureValue, type MeasureUnit } from '../words/measures';
import { EChart } from './EChart';
import { categoryAxis, releaseMarks, tooltipLooks, valueAxis } from './looks';

interface SeriesChartProps {
  periods: Schemas['SeriesPeriod'][];
  grain: Grain;
  lines: { name: string; values: (number | null)[] }[];
  unit: MeasureUnit;
  releases: VersionView[];
}

/** Where each release first lies among the periods. */
function marksOf({ periods, releases }: SeriesChartProps) {
  return releases
    .map((version) => ({
      name: version.version,
      index: periods.findIndex(
        ({ days }) => dayOf(days.from) <= dayOf(version.starts) && dayOf(version.starts) < dayOf(days.to),
      ),
    }))
    .filter((mark) => mark.index >= 0);
}

/** A line in two parts: what is complete, and dashed what is not over yet, which begins at the last complete value. */
function partsOf(props: SeriesChartProps, at: number, roles: Roles): LineSeriesOption[] {
  const line = props.lines[at];
  if (!line) return [];
  const colour = roles.series[at % roles.series.length] ?? roles.deep;
  const openFrom = props.periods.findIndex((period) => !period.complete);
  const until = openFrom < 0 ? line.values.length : openFrom;
  const common: LineSeriesOption = {
    type: 'line',
    name: line.name,
    symbol: 'circle',
    symbolSize: 4,
    itemStyle: { color: colour },
    endLabel: {
      show: props.lines.length > 1,
      formatter: line.name,
      color: roles.ink,
      fontSize: 12,
      width: 110,
      overflow: 'truncate',
    },
    labelLayout: { moveOverlap: 'shiftY' },
    emphasis: { focus: 'series' },
  };
  const whole: LineSeriesOption = {
    ...common,
    data: line.values.map((value, index) => (index < until ? value : null)),
    lineStyle: { color: colour, width: 1.6 },
    ...(at === 0 ? { markLine: releaseMarks(marksOf(props), roles) } : {}),
  };
  if (openFrom < 0) return [whole];
  return [
    { ...whole, endLabel: { show: false } },
    {
      ...common,
      data: line.values.map((value, index) => (index >= until - 1 ? value : null)),
      lineStyle: { color: colour, width: 1.6, type: 'dashed' },
    },
  ];
}

function optionOf(props: SeriesChartProps, roles: Roles): EChartsOption {
  return {
    animation: false,
    grid: { left: 64, right: props.lines.length > 1 ? 130 : 24, top: 28, bottom: 26 },
    xAxis: categoryAxis(
      props.periods.map((period) => periodWords(period.days.from, props.grain)),
      roles,
    ),
    yAxis: valueAxis(axisName[props.unit], (value) => axisValue(value, props.unit), roles),
    tooltip: {
      ...tooltipLooks(roles),
      valueFormatter: (value) => measureValue(typeof value === 'number' ? value : null, props.unit),
    },
    series: props.lines.flatMap((_, at) => partsOf(props, at, roles)),
  };
}

/** Lines over periods, each labelled at its end, releases marked, from zero. */
export default function SeriesChart(props: SeriesChartProps) {
  const roles = useRoles();
  const option = useMemo(() => optionOf(props, roles), [props, roles]);
  const summary = props.lines
    .map((line) => {
      const known = line.values.filter((value): value is number => value !== null);
      return known.length === 0
        ? `${line.name}: no values`
        : `${line.name}: from ${measureValue(Math.min(...known), props.unit)} to ${measureValue(Math.max(...known), props.unit)}`;
    })
    .join('; ');
  return (
    <figure style={{ margin: '8px 0 12px' }}>
      <EChart option={option} height={280} summary={`${axisName[props.unit]} by ${props.grain.toLowerCase()}. ${summary}.`} />
    </figure>
  );
}
