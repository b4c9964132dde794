import type { EChartsOption } from 'echarts';
import { useEffect, useMemo, useRef } from 'react';
import type { Unit } from '../api/queries';
import type { Roles } from '../theme/roles';
import { useRoles } from '../theme/theme';
import { compact, figureValue } from '../words/numbers';
import { EChart } from './EChart';

interface FigureChartProps {
  title: string;
  labels: string[];
  values: (number | null)[];
  unit: Unit;
  currency: string;
  releases: { name: string; index: number }[];
}

const FONT = '"Source Sans 3 Variable", sans-serif';

function axisWords(value: number, unit: Unit): string {
  if (unit === 'SHARE') return `${compact(value * 100)} %`;
  if (unit === 'SECONDS') return `${compact(value)} s`;
  return compact(value);
}

function axisName({ unit, currency }: FigureChartProps): string {
  return { COUNT: 'count', PEOPLE: 'people', SHARE: 'share', SECONDS: 'seconds', MONEY: currency }[unit];
}

function optionOf(props: FigureChartProps, roles: Roles): EChartsOption {
  const { labels, values, unit, currency, releases } = props;
  const text = { color: roles.ink2, fontFamily: FONT, fontSize: 12 };
  return {
    animation: false,
    grid: { left: 64, right: 24, top: 28, bottom: 26 },
    xAxis: {
      type: 'category',
      data: labels,
      boundaryGap: false,
      axisLine: { lineStyle: { color: roles.rule } },
      axisTick: { show: false },
      axisLabel: { ...text, hideOverlap: true },
    },
    yAxis: {
      type: 'value',
      min: 0,
      name: axisName(props),
      nameTextStyle: { ...text, align: 'right' },
      splitNumber: 4,
      splitLine: { lineStyle: { color: roles.rule } },
      axisLabel: { ...text, formatter: (value: number) => axisWords(value, unit) },
    },
    tooltip: {
      trigger: 'axis',
      backgroundColor: roles.sheet,
      borderColor: roles.rule,
      textStyle: { color: roles.ink, fontFamily: FONT, fontSize: 13 },
      valueFormatter: (value) => figureValue(typeof value === 'number' ? value : null, unit, currency),
    },
    series: [
      {
        type: 'line',
        data: values,
        symbol: 'circle',
        symbolSize: 4,
        lineStyle: { color: roles.series[0], width: 1.6 },
        itemStyle: { color: roles.series[0] },
        markLine: {
          silent: true,
          symbol: 'none',
          label: {
            color: roles.releaseText,
            fontFamily: FONT,
            fontSize: 11,
            fontWeight: 600,
            formatter: '{b}',
          },
          data: releases.map(({ name, index }) => ({
            name,
            xAxis: index,
            lineStyle: { color: roles.release, type: 'solid', width: 1 },
          })),
        },
      },
    ],
  };
}

/** A figure over its periods, releases marked, from zero. */
export default function FigureChart(props: FigureChartProps) {
  const roles = useRoles();
  const option = useMemo(() => optionOf(props, roles), [props, roles]);
  const place = useRef<HTMLElement>(null);
  useEffect(() => place.current?.scrollIntoView({ block: 'nearest' }), [props.title]);
  const known = props.values.filter((value): value is number => value !== null);
  const say = (value: number) => figureValue(value, props.unit, props.currency);
  const summary =
    known.length === 0
      ? `${props.title}: no values.`
      : `${props.title}: from ${say(Math.min(...known))} to ${say(Math.max(...known))}, latest ${say(known[known.length - 1] ?? 0)}.`;
  return (
    <figure ref={place} style={{ margin: '12px 16px' }}>
      <figcaption className="serif" style={{ fontWeight: 600, fontSize: 15 }}>
        {props.title}
      </figcaption>
      <EChart option={option} height={200} summary={summary} />
    </figure>
  );
}
