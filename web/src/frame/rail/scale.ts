import type { DayRange, VersionView } from '../../api/queries';
import { dayOf, isoOf, type Day } from '../../words/dates';

/** Turns days into pixels and back over the app's whole time. */
export interface Scale {
  first: Day;
  end: Day;
  width: number;
  x: (day: Day) => number;
  /** The day boundary nearest to a pixel, within the scale. */
  day: (x: number) => Day;
}

export function scaleOf(days: DayRange, width: number): Scale {
  const first = dayOf(days.from);
  const end = dayOf(days.to);
  const step = width / (end - first);
  return {
    first,
    end,
    width,
    x: (day) => (day - first) * step,
    day: (x) => Math.max(first, Math.min(end, first + Math.round(x / step))),
  };
}

/** What a drag does to a range. */
export type Grip = 'from' | 'to' | 'whole' | 'new';

/** The range after a drag from one boundary to another: never empty, never outside the scale. */
export function dragged(range: DayRange, grip: Grip, start: Day, now: Day, scale: Scale): DayRange {
  const from = dayOf(range.from);
  const to = dayOf(range.to);
  const made = (a: Day, b: Day) => ({ from: isoOf(a), to: isoOf(b) });
  switch (grip) {
    case 'from':
      return made(Math.min(now, to - 1), to);
    case 'to':
      return made(from, Math.max(now, from + 1));
    case 'whole': {
      const by = Math.max(scale.first - from, Math.min(scale.end - to, now - start));
      return made(from + by, to + by);
    }
    case 'new':
      return start === now ? range : made(Math.min(start, now), Math.max(start, now));
  }
}

/** The path under a series of values, one a day, within a strip; absent values are a gap at the bottom. */
export function silhouettePath(values: (number | null)[], scale: Scale, top: number, bottom: number): string {
  const most = Math.max(...values.map((value) => value ?? 0), Number.MIN_VALUE);
  const y = (value: number | null) => bottom - ((value ?? 0) / most) * (bottom - top);
  const points = values.map((value, day) => `${round(scale.x(scale.first + day + 0.5))},${round(y(value))}`);
  return `M${round(scale.x(scale.first + 0.5))},${bottom}L${points.join('L')}L${round(scale.x(scale.first + values.length - 0.5))},${bottom}Z`;
}

interface Ribbon {
  version: VersionView;
  path: string;
}

/** One ribbon a release, lying on those of older releases; its thickness is the share of active people on it. */
export function ribbons(versions: VersionView[], scale: Scale, top: number, bottom: number): Ribbon[] {
  const days = scale.end - scale.first;
  const below = new Array<number>(days).fill(0);
  const y = (share: number) => bottom - share * (bottom - top);
  return versions.map((version) => {
    const start = dayOf(version.from) - scale.first;
    const lower: string[] = [];
    const upper: string[] = [];
    version.adoption.forEach((share, index) => {
      const day = start + index;
      const base = below[day] ?? 0;
      const x = round(scale.x(scale.first + day + 0.5));
      lower.push(`${x},${round(y(base))}`);
      upper.push(`${x},${round(y(base + share))}`);
      below[day] = base + share;
    });
    return { version, path: `M${lower.join('L')}L${upper.reverse().join('L')}Z` };
  });
}

const round = (value: number) => Math.round(value * 10) / 10;
