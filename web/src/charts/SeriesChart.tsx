import { ChartTitle } from './ChartTitle';
import Box from '@mui/material/Box';
import type { BarSeriesOption, EChartsOption, LineSeriesOption, SeriesOption } from 'echarts';
import { useCallback, useMemo, useState } from 'react';
import type { Roles } from '../theme/roles';
import { useRoles } from '../theme/theme';
import { axisName, axisValue, measureChange, measureValue, type MeasureUnit } from '../words/measures';
import { share } from '../words/numbers';
import { EChart } from './EChart';
import { spread } from './ends';
import {
  categoryAxis,
  comparedName,
  FONT,
  hovered,
  noteMarks,
  tooltipLooks,
  valueAxis,
  type Note,
} from './looks';

export type SeriesShape = 'lines' | 'bars' | 'stacked' | 'shares';

interface ChartLine {
  key: string;
  name: string;
  values: (number | null)[];
  compared: (number | null)[] | undefined;
  /** Where values would be expected to lie; pale, behind the line. */
  band?: { low: (number | null)[]; high: (number | null)[] };
  /** What is aimed at, from and to. */
  target?: [number, number] | undefined;
}

export interface SeriesChartProps {
  title: string;
  labels: string[];
  /** Whether each period is whole and over. */
  whole: boolean[];
  lines: ChartLine[];
  unit: MeasureUnit;
  currency: string;
  shape: SeriesShape;
  notes: Note[];
  height: number;
}

const ENDS_WIDTH = 122;
const ENDS_GAP = 15;
const BOTTOM = 26;
/** The name of what is drawn behind a line and is not told of when hovered. */
const BAND = '\u0000band';

/** Whether each line's name stands at its end. */
const hasEnds = ({ shape, lines }: SeriesChartProps) => shape === 'lines' && lines.length > 1;

const colourOf = (roles: Roles, at: number) => roles.series[at % roles.series.length] ?? roles.deep;

/** What was there in the range compared with: thin, dashed, pale. */
function comparedOf(line: ChartLine, at: number, roles: Roles): LineSeriesOption[] {
  return line.compared
    ? [
        {
          type: 'line',
          name: comparedName(line.name),
          data: line.compared,
          symbol: 'none',
          silent: true,
          lineStyle: { color: colourOf(roles, at), width: 1, type: [3, 3], opacity: 0.75 },
          itemStyle: { color: colourOf(roles, at), opacity: 0.5 },
        },
      ]
    : [];
}

/** A band is two lines that cannot be seen, one upon the other, and what lies between them. */
function bandOf(line: ChartLine, at: number, roles: Roles): LineSeriesOption[] {
  if (!line.band) return [];
  const { low, high } = line.band;
  const common: LineSeriesOption = {
    type: 'line',
    name: BAND,
    stack: `band ${at}`,
    symbol: 'none',
    silent: true,
    lineStyle: { width: 0 },
    tooltip: { show: false },
  };
  return [
    { ...common, data: low },
    {
      ...common,
      data: high.map((each, index) => (each === null ? null : each - (low[index] ?? 0))),
      areaStyle: { color: colourOf(roles, at), opacity: 0.13 },
    },
  ];
}

/** What is aimed at, as a strip across the chart with edges. */
function targetOf(line: ChartLine, roles: Roles): LineSeriesOption[] {
  if (!line.target) return [];
  return [
    {
      type: 'line',
      name: BAND,
      data: [],
      silent: true,
      markLine: {
        silent: true,
        symbol: 'none',
        label: { show: false },
        lineStyle: { color: roles.release, width: 1.5, type: 'solid' },
        data: line.target.map((each) => ({ yAxis: each })),
      },
    },
  ];
}

/** A line in two parts: what is whole, and dashed what is not: a part of a period, or one not over yet in the data. */
function lineOf(props: SeriesChartProps, line: ChartLine, at: number, roles: Roles): LineSeriesOption[] {
  const colour = colourOf(roles, at);
  const whole = (index: number) => props.whole[index] ?? true;
  const common: LineSeriesOption = {
    type: 'line',
    name: line.name,
    symbol: 'circle',
    symbolSize: line.values.length > 100 ? 2 : 4,
    itemStyle: { color: colour },
    emphasis: { focus: 'series' },
  };
  return [
    {
      ...common,
      data: line.values.map((value, index) => (whole(index) ? value : null)),
      lineStyle: { color: colour, width: 1.6 },
    },
    {
      ...common,
      data: line.values.map((value, index) =>
        whole(index) && whole(index - 1) && whole(index + 1) ? null : value,
      ),
      lineStyle: { color: colour, width: 1.6, type: 'dashed' },
    },
  ];
}

/** Bars of periods that are not whole or not over are pale. */
function barsOf(props: SeriesChartProps, line: ChartLine, at: number, roles: Roles): BarSeriesOption {
  const sums = props.labels.map((_, index) =>
    props.lines.reduce((sum, each) => sum + Math.max(0, each.values[index] ?? 0), 0),
  );
  const value = (index: number) => {
    const own = line.values[index] ?? null;
    if (props.shape !== 'shares') return own;
    return own === null || !sums[index] ? null : own / sums[index];
  };
  return {
    type: 'bar',
    name: line.name,
    ...(props.shape === 'bars' ? {} : { stack: 'all' }),
    barCategoryGap: '20%',
    itemStyle: { color: colourOf(roles, at) },
    data: props.labels.map((_, index) => ({
      value: value(index) ?? '-',
      itemStyle: { opacity: props.whole[index] ? 1 : 0.45 },
    })),
  };
}

function seriesOf(props: SeriesChartProps, roles: Roles): SeriesOption[] {
  const drawn = props.lines.flatMap<SeriesOption>((line, at) =>
    props.shape === 'lines'
      ? [
          ...bandOf(line, at, roles),
          ...targetOf(line, roles),
          ...lineOf(props, line, at, roles),
          ...comparedOf(line, at, roles),
        ]
      : [barsOf(props, line, at, roles)],
  );
  // Marks hang on a line of their own, so that they stand whatever is drawn.
  return [...drawn, { type: 'line', data: [], silent: true, markLine: noteMarks(props.notes, roles) }];
}

/** Shares that come near all of it end there; what is divided otherwise may be more. */
function isNearAll(lines: ChartLine[]): boolean {
  const highest = Math.max(0, ...lines.flatMap(({ values }) => values.map((value) => value ?? 0)));
  return highest > 0.8 && highest <= 1;
}

export function optionOf(props: SeriesChartProps, roles: Roles): EChartsOption {
  const unit = props.shape === 'shares' ? 'SHARE' : props.unit;
  const isBars = props.shape !== 'lines';
  return {
    animation: false,
    grid: {
      left: 64,
      right: hasEnds(props) ? ENDS_WIDTH + 8 : 24,
      top: isBars && props.lines.length > 1 ? 48 : 28,
      bottom: BOTTOM,
    },
    // At the ends of bars there is no room for names.
    ...(isBars && props.lines.length > 1
      ? {
          legend: {
            top: 0,
            left: 60,
            icon: 'rect',
            itemWidth: 10,
            itemHeight: 10,
            textStyle: { color: roles.ink, fontFamily: FONT, fontSize: 12 },
            data: props.lines.map((line) => line.name),
          },
        }
      : {}),
    xAxis: categoryAxis(props.labels, roles, isBars),
    yAxis: {
      ...valueAxis(axisName(unit, props.currency), (value) => axisValue(value, unit), roles),
      ...(props.shape === 'shares' ? { max: 1 } : {}),
      ...(unit === 'SHARE' && isNearAll(props.lines) ? { max: 1, interval: 0.2 } : {}),
    },
    tooltip: {
      ...tooltipLooks(roles),
      formatter: (items) =>
        hovered(
          (Array.isArray(items) ? items : [items]).filter(({ seriesName }) => seriesName !== BAND),
          (value) =>
            props.shape === 'shares' ? share(value) : measureValue(value, props.unit, props.currency),
          (now, before) => measureChange(now, before, props.unit),
        ),
    },
    series: seriesOf(props, roles),
  };
}

interface End {
  line: ChartLine;
  at: number;
  top: number;
}

/** Where each line's name stands: at its last value, or beside it where another name stands there. */
function endsOf(props: SeriesChartProps, top: (value: number) => number): End[] {
  const last = props.lines.flatMap((line, at) => {
    const value = line.values.findLast((each) => each !== null);
    return value === undefined || value === null ? [] : [{ line, at, top: top(value) }];
  });
  const tops = spread(
    last.map((end) => end.top),
    ENDS_GAP,
    props.height - BOTTOM,
  );
  return last.map((end, index) => ({ ...end, top: tops[index] ?? end.top }));
}

/** The name of a line, behind its end. */
const END = {
  position: 'absolute',
  right: 0,
  transform: 'translateY(-50%)',
  overflow: 'hidden',
  textOverflow: 'ellipsis',
  whiteSpace: 'nowrap',
  fontSize: 12,
};

/** Lines or bars over periods, releases and other marks upon them, from zero. */
export default function SeriesChart(props: SeriesChartProps) {
  const roles = useRoles();
  const option = useMemo(() => optionOf(props, roles), [props, roles]);
  const [ends, setEnds] = useState<End[]>([]);
  const onDrawn = useCallback(
    (top: (value: number) => number) => setEnds(hasEnds(props) ? endsOf(props, top) : []),
    [props],
  );
  const say = (value: number) => measureValue(value, props.unit, props.currency);
  const summary = props.lines
    .map((line) => {
      const known = line.values.filter((value): value is number => value !== null);
      return known.length === 0
        ? `${line.name}: no values`
        : `${line.name}: from ${say(Math.min(...known))} to ${say(Math.max(...known))}`;
    })
    .join('; ');
  return (
    <figure style={{ margin: '8px 0 12px' }}>
      {props.title && <ChartTitle>{props.title}</ChartTitle>}
      <Box sx={{ position: 'relative' }}>
        <EChart
          option={option}
          height={props.height}
          summary={`${axisName(props.unit, props.currency)} by period. ${summary}.`}
          onDrawn={onDrawn}
        />
        {ends.map((end) => (
          <Box
            component="span"
            key={end.line.key}
            sx={END}
            aria-hidden="true"
            title={end.line.name}
            style={{ top: end.top, width: ENDS_WIDTH }}
          >
            <span style={{ color: colourOf(roles, end.at) }}>●</span> {end.line.name}
          </Box>
        ))}
      </Box>
    </figure>
  );
}
