import { useCallback, useMemo } from 'react';
import { useLocation, useParams, useSearchParams } from 'react-router';
import type { DayRange, Figure, RailView } from '../api/queries';
import { isPersonCondition } from '../words/conditionSchema';
import { EVERYONE, isEveryone, type PersonCondition } from '../words/conditions';
import { dayOf, isoOf, mondayOf } from '../words/dates';
import { isFigure } from '../words/figures';

/** The days asked about unless the address says otherwise. */
export const USUAL_DAYS = 28;
const DAYS_PATTERN = /^(\d{4}-\d{2}-\d{2})\.\.(\d{4}-\d{2}-\d{2})$/;

/** "2026-10-26..2026-11-22", first and last day, as ranges stand in the address. */
export const daysParam = (range: DayRange) => `${range.from}..${isoOf(dayOf(range.to) - 1)}`;

/** The half-open range of such a text; undefined if it is none. */
export function parseDays(text: string | null): DayRange | undefined {
  const match = DAYS_PATTERN.exec(text ?? '');
  if (!match?.[1] || !match[2]) return undefined;
  const from = dayOf(match[1]);
  const to = dayOf(match[2]) + 1;
  return Number.isFinite(from) && Number.isFinite(to) && from < to
    ? { from: isoOf(from), to: isoOf(to) }
    : undefined;
}

export const lengthOf = (range: DayRange) => dayOf(range.to) - dayOf(range.from);

export const shifted = (range: DayRange, days: number): DayRange => ({
  from: isoOf(dayOf(range.from) + days),
  to: isoOf(dayOf(range.to) + days),
});

/** How many whole calendar months a range is; 0 if it is none. */
export function wholeMonths({ from, to }: DayRange): number {
  if (!from.endsWith('-01') || !to.endsWith('-01')) return 0;
  const month = (iso: string) => Number(iso.slice(0, 4)) * 12 + Number(iso.slice(5, 7));
  return month(to) - month(from);
}

function monthsLater(iso: string, months: number): string {
  const at = Number(iso.slice(0, 4)) * 12 + Number(iso.slice(5, 7)) - 1 + months;
  return `${Math.floor(at / 12)}-${String((at % 12) + 1).padStart(2, '0')}-01`;
}

/** The months before whole months; else the latest earlier range of equal length on the same weekdays that does not overlap. */
export function before(range: DayRange): DayRange {
  const months = wholeMonths(range);
  return months > 0
    ? { from: monthsLater(range.from, -months), to: range.from }
    : shifted(range, -7 * Math.ceil(lengthOf(range) / 7));
}

/** The last calendar month that has fully passed in the data. */
export function lastMonth(rail: Pick<RailView, 'fullDaysEnd'>): DayRange {
  const to = `${rail.fullDaysEnd.slice(0, 7)}-01`;
  return { from: monthsLater(to, -1), to };
}

const isAsLong = (a: DayRange, b: DayRange) =>
  lengthOf(a) === lengthOf(b) || (wholeMonths(a) > 0 && wholeMonths(a) === wholeMonths(b));

/** The last full days the data holds. */
export function lastDays(rail: Pick<RailView, 'fullDaysEnd' | 'days'>, days: number): DayRange {
  const to = dayOf(rail.fullDaysEnd) > dayOf(rail.days.from) ? dayOf(rail.fullDaysEnd) : dayOf(rail.days.to);
  return { from: isoOf(Math.max(dayOf(rail.days.from), to - days)), to: isoOf(to) };
}

/** The last full weeks from Monday; undefined if the data do not hold so many. */
export function lastWeeks(rail: Pick<RailView, 'fullDaysEnd' | 'days'>, weeks: number): DayRange | undefined {
  const to = mondayOf(dayOf(rail.fullDaysEnd));
  const from = to - 7 * weeks;
  return from >= dayOf(rail.days.from) ? { from: isoOf(from), to: isoOf(to) } : undefined;
}

/** A range that follows the data, and what it is called. */
export interface UsualRange {
  range: DayRange;
  words: string;
}

/** Cohorts need weeks to come back in: where they are followed, more days are asked about. */
const USUAL_WEEKS: Record<string, number> = { retention: 12 };

/** What a room asks about unless the address says otherwise; all days of an app that has few. */
export function usualRange(rail: Pick<RailView, 'fullDaysEnd' | 'days'>, room: string): UsualRange {
  const weeks = USUAL_WEEKS[room];
  const range = weeks === undefined ? undefined : lastWeeks(rail, weeks);
  if (weeks !== undefined && range) return { range, words: `the last ${weeks} full weeks` };
  const days = weeks === undefined ? USUAL_DAYS : 7 * weeks;
  return { range: lastDays(rail, days), words: `the last ${days} full days` };
}

/** The word by which a value stands in the address; none for one that has no word, being the usual one. */
export const wordOf = <T>(words: Record<string, T>, value: T): string | null =>
  Object.keys(words).find((key) => words[key] === value) ?? null;

/** Something in an address that cannot be read; the message goes on after "The address holds". */
export class BadAddress extends Error {}

/** A value of an address; undefined where there is none. Throws {@link BadAddress} where it is not what it should be. */
export function valueParam<T>(
  text: string | null,
  what: string,
  isIt: (value: unknown) => value is T,
): T | undefined {
  if (text === null) return undefined;
  let value: unknown;
  try {
    value = JSON.parse(text);
  } catch {
    value = undefined;
  }
  if (isIt(value)) return value;
  const shown = text.length > 80 ? `${text.slice(0, 80)} …` : text;
  throw new BadAddress(`${what} that cannot be read: ${shown}`);
}

/** Some users as they stand in the address; undefined if none do. */
export const peopleParam = (text: string | null): PersonCondition | undefined =>
  valueParam(text, 'a condition on users', isPersonCondition);

/** The people a question in an address is asked among. */
export const amongOf = (asked: Pick<Asked, 'param'>): PersonCondition =>
  peopleParam(asked.param('among')) ?? EVERYONE;

/** The same as it stands in the address. */
export const amongParam = (among: PersonCondition) => (isEveryone(among) ? null : JSON.stringify(among));

/**
 * Whether metrics are compared with an earlier range: as the address says. One that says nothing of it is compared while it asks
 * the room's opening question, and not where it names metrics or a split of its own.
 */
export function comparesEarlier(param: Asked['param']): boolean {
  const said = param('compare');
  return said === null ? ['m', 'f', 'split'].every((name) => param(name) === null) : said === 'yes';
}

export interface Asked {
  app: string;
  figure: Figure;
  range: DayRange | undefined;
  /** The range by the address at this moment, for steps that follow each other quickly. */
  rangeNow: () => DayRange | undefined;
  /** Whether the range follows the data. */
  rangeIsUsual: boolean;
  /** The range that does, once the data are known. */
  usual: UsualRange | undefined;
  compared: DayRange | undefined;
  comparedIsUsual: boolean;
  /** Any other word of the question. */
  param: (name: string) => string | null;
  /** Changes words of the question; null takes one out. Steps of a drag replace each other in the history. */
  set: (changes: Record<string, string | null>, replace?: boolean) => void;
}

/**
 * The address as it is at this moment. What is on the screen may lag behind it by a frame, and two quick steps must not both
 * start from there.
 */
const addressNow = () => new URLSearchParams(window.location.search);

/** The question in the address bar: the range of the rail, what it is compared with, and the room's own words. */
export function useAsked(rail: RailView | undefined): Asked {
  const { app = '' } = useParams();
  const [params, setParams] = useSearchParams();
  const room = useLocation().pathname.split('/')[3] ?? '';
  const set = useCallback(
    (changes: Record<string, string | null>, replace = false) => {
      const next = addressNow();
      for (const [name, value] of Object.entries(changes)) {
        if (value === null) next.delete(name);
        else next.set(name, value);
      }
      setParams(next, { replace });
    },
    [setParams],
  );
  return useMemo(() => {
    const figure = params.get('figure');
    const given = parseDays(params.get('days'));
    const usual = rail && usualRange(rail, room);
    const range = given ?? usual?.range;
    const against = parseDays(params.get('against'));
    const fits = against && range && isAsLong(against, range) ? against : undefined;
    return {
      app,
      figure: isFigure(figure) ? figure : 'ACTIVE_PEOPLE',
      range,
      rangeNow: () => parseDays(addressNow().get('days')) ?? range,
      rangeIsUsual: given === undefined,
      usual,
      compared: fits ?? (range ? before(range) : undefined),
      comparedIsUsual: fits === undefined,
      param: (name) => params.get(name),
      set,
    };
  }, [app, params, rail, room, set]);
}
