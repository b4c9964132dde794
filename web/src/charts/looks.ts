import type { LineSeriesOption, TooltipComponentOption, XAXisComponentOption, YAXisComponentOption } from 'echarts';
import type { Roles } from '../theme/roles';

const FONT = '"Source Sans 3 Variable", sans-serif';

const textLooks = (roles: Roles) => ({ color: roles.ink2, fontFamily: FONT, fontSize: 12 });

/** The axis of periods. */
export const categoryAxis = (labels: string[], roles: Roles): XAXisComponentOption => ({
  type: 'category',
  data: labels,
  boundaryGap: false,
  axisLine: { lineStyle: { color: roles.rule } },
  axisTick: { show: false },
  axisLabel: { ...textLooks(roles), hideOverlap: true },
});

/** The axis of values: from zero, its unit above it, horizontal lines only. */
export const valueAxis = (
  name: string,
  words: (value: number) => string,
  roles: Roles,
): YAXisComponentOption => ({
  type: 'value',
  min: 0,
  name,
  nameTextStyle: { ...textLooks(roles), align: 'right' },
  splitNumber: 4,
  splitLine: { lineStyle: { color: roles.rule } },
  axisLabel: { ...textLooks(roles), formatter: words },
});

export const tooltipLooks = (roles: Roles): TooltipComponentOption => ({
  trigger: 'axis',
  backgroundColor: roles.sheet,
  borderColor: roles.rule,
  textStyle: { color: roles.ink, fontFamily: FONT, fontSize: 13 },
});

/** Brass lines at the periods in which releases began. */
export const releaseMarks = (
  releases: { name: string; index: number }[],
  roles: Roles,
): LineSeriesOption['markLine'] => ({
  silent: true,
  symbol: 'none',
  label: { color: roles.releaseText, fontFamily: FONT, fontSize: 11, fontWeight: 600, formatter: '{b}' },
  data: releases.map(({ name, index }) => ({
    name,
    xAxis: index,
    lineStyle: { color: roles.release, type: 'solid', width: 1 },
  })),
});
