import type { EChartsOption, LineSeriesOption } from 'echarts';
import { useMemo } from 'react';
import type { Grain, VersionView } from '../api/queries';
import type { Schemas } from '../api/queries';
import type { Roles } from '../theme/roles';
import { useRoles } from '../theme/theme';
import { dayOf, periodWords } from '../words/dates';
import { axisName, axisValue, measureValue, type MeasureUnit } from '../words/measures';
import { EChart } from './EChart';
import { categoryAxis, FONT, hovered, releaseMarks, tooltipLooks, valueAxis } from './looks';

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

/** A line in two parts: what is whole, and dashed what is not: a part of a period, or one not over yet in the data. */
function partsOf(props: SeriesChartProps, at: number, roles: Roles): LineSeriesOption[] {
  const line = props.lines[at];
  if (!line) return [];
  const colour = roles.series[at % roles.series.length] ?? roles.deep;
  const whole = (index: number) => {
    const period = props.periods[index];
    return period === undefined || (period.whole && period.complete);
  };
  const common: LineSeriesOption = {
    type: 'line',
    name: line.name,
    symbol: 'circle',
    symbolSize: 4,
    itemStyle: { color: colour },
    labelLayout: { moveOverlap: 'shiftY' },
    emphasis: { focus: 'series' },
  };
  const endLabel: LineSeriesOption['endLabel'] = {
    show: props.lines.length > 1,
    formatter: ['{dot|●}', line.name].join(' '),
    rich: { dot: { color: colour } },
    color: roles.ink,
    fontFamily: FONT,
    fontSize: 12,
    width: 110,
    overflow: 'truncate',
  };
  const last = line.values.length - 1;
  return [
    {
      ...common,
      data: line.values.map((value, index) => (whole(index) ? value : null)),
      lineStyle: { color: colour, width: 1.6 },
      ...(whole(last) ? { endLabel } : {}),
      ...(at === 0 ? { markLine: releaseMarks(marksOf(props), roles) } : {}),
    },
    {
      ...common,
      data: line.values.map((value, index) =>
        whole(index) && whole(index - 1) && whole(index + 1) ? null : value,
      ),
      lineStyle: { color: colour, width: 1.6, type: 'dashed' },
      ...(whole(last) ? {} : { endLabel }),
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
      // Where names stand at the ends of lines, the last label would lie under them.
      props.lines.length === 1,
    ),
    yAxis: valueAxis(axisName[props.unit], (value) => axisValue(value, props.unit), roles),
    tooltip: {
      ...tooltipLooks(roles),
      formatter: (items) =>
        hovered(Array.isArray(items) ? items : [items], (value) => measureValue(value, props.unit)),
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
      <EChart
        option={option}
        height={280}
        summary={`${axisName[props.unit]} by ${props.grain.toLowerCase()}. ${summary}.`}
      />
    </figure>
  );
}
