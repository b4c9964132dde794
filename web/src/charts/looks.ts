import type {
  LineSeriesOption,
  TooltipComponentOption,
  XAXisComponentOption,
  YAXisComponentOption,
} from 'echarts';
import { format } from 'echarts/core';
import type { Roles } from '../theme/roles';

/** Quoted singly: it stands in attributes of an SVG. */
export const FONT = "'Source Sans 3 Variable', sans-serif";

const textLooks = (roles: Roles) => ({ color: roles.ink2, fontFamily: FONT, fontSize: 12 });

/** The axis of periods; bars stand between its ticks. */
export const categoryAxis = (labels: string[], roles: Roles, bars = false): XAXisComponentOption => ({
  type: 'category',
  data: labels,
  boundaryGap: bars,
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

/** Something that happened, at the period in which it began. */
export interface Note {
  name: string;
  index: number;
  /** Whether it is a release rather than another mark. */
  release: boolean;
}

/** Brass lines where releases began, dotted slate ones where other marks did. */
export const noteMarks = (notes: Note[], roles: Roles): LineSeriesOption['markLine'] => ({
  silent: true,
  symbol: 'none',
  label: { fontFamily: FONT, fontSize: 11, fontWeight: 600, formatter: '{b}' },
  // At the very edge it would lie on the axis, and says nothing: there is no before.
  data: notes
    .filter(({ index }) => index > 0)
    .map(({ name, index, release }) => ({
      name,
      xAxis: index,
      label: release
        ? { color: roles.releaseText }
        : { color: roles.ink2, position: 'insideEndTop', fontWeight: 'normal' },
      lineStyle: {
        color: release ? roles.release : roles.compared,
        type: release ? 'solid' : 'dotted',
        width: 1,
      },
    })),
});

/** Brass lines at the periods in which releases began. */
export const releaseMarks = (releases: { name: string; index: number }[], roles: Roles) =>
  noteMarks(
    releases.map((release) => ({ ...release, release: true })),
    roles,
  );

interface Hovered {
  seriesName?: string;
  marker?: unknown;
  value?: unknown;
  name?: string;
}

/** The name of the line of the range compared with, beside another line. */
export const comparedName = (name: string) => `${name}, compared`;

/**
 * Every line's value at a period, largest first, and how it differs from the range compared with; a line drawn in two parts is
 * said once. Names are shown as text.
 *
 * @param difference of a value from the one before, in words
 */
export function hovered(
  items: Hovered[],
  words: (value: number) => string,
  difference: (now: number, before: number) => string,
): string {
  const lines = new Map<string, { marker: string; value: number }>();
  for (const { seriesName = '', marker, value } of items) {
    if (typeof value === 'number') lines.set(seriesName, { marker: String(marker), value });
  }
  const isCompared = (name: string) => [...lines.keys()].some((other) => comparedName(other) === name);
  const rows = [...lines.entries()]
    .filter(([name]) => !isCompared(name))
    .sort(([, a], [, b]) => b.value - a.value);
  const against = (name: string, value: number) => {
    const before = lines.get(comparedName(name))?.value;
    return before === undefined
      ? ''
      : format.encodeHTML(` compared with ${words(before)}: ${difference(value, before)}`);
  };
  return [
    format.encodeHTML(items[0]?.name ?? ''),
    ...rows.map(
      ([name, { marker, value }]) =>
        `${marker}${format.encodeHTML(name)} <b>${format.encodeHTML(words(value))}</b>${against(name, value)}`,
    ),
  ].join('<br>');
}
