import type { EChartsOption } from 'echarts';
import { useEffect, useMemo, useRef } from 'react';
import type { Unit } from '../api/queries';
import type { Roles } from '../theme/roles';
import { useRoles } from '../theme/theme';
import { compact, figureValue } from '../words/numbers';
import { EChart } from './EChart';
import { categoryAxis, releaseMarks, tooltipLooks, valueAxis } from './looks';

interface FigureChartProps {
  title: string;
  labels: string[];
  values: (number | null)[];
  unit: Unit;
  currency: string;
  releases: { name: string; index: number }[];
}

function axisWords(value: number, unit: Unit): string {
  if (unit === 'SHARE') return `${compact(value * 100)}%`;
  if (unit === 'SECONDS') return `${compact(value)} s`;
  return compact(value);
}

function axisName({ unit, currency }: FigureChartProps): string {
  return {
    COUNT: 'count',
    PEOPLE: 'users',
    SHARE: 'share',
    SECONDS: 'seconds',
    NUMBER: 'value',
    MONEY: currency,
  }[unit];
}

function optionOf(props: FigureChartProps, roles: Roles): EChartsOption {
  const { labels, values, unit, currency, releases } = props;
  return {
    animation: false,
    grid: { left: 64, right: 24, top: 28, bottom: 26 },
    xAxis: categoryAxis(labels, roles),
    yAxis: valueAxis(axisName(props), (value) => axisWords(value, unit), roles),
    tooltip: {
      ...tooltipLooks(roles),
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
        markLine: releaseMarks(releases, roles),
      },
    ],
  };
}

/** A figure over its periods, releases marked, from zero. */
export default function FigureChart(props: FigureChartProps) {
  const roles = useRoles();
  const option = useMemo(() => optionOf(props, roles), [props, roles]);
  const place = useRef<HTMLElement>(null);
  useEffect(() => {
    // Returns a promise in some browsers, which an effect must not.
    void place.current?.scrollIntoView({ block: 'nearest' });
  }, [props.title]);
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
