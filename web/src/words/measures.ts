import type { MeasureKind, OneMeasure, Period, Step } from '../api/measures';
import type { Unit } from '../api/queries';
import { sayEvents, type Names } from './conditions';
import { dayOf, dayWords, instantParts, periodWords } from './dates';
import { change, compact, count, figureValue, fixed } from './numbers';

/** What a measure's values are; a ratio is so many for each. */
export type MeasureUnit = Unit | 'RATIO' | 'NUMBER';

export const SESSION_LENGTH = 'session_length';

/** Kinds in the order in which they are offered. */
export const KINDS: { value: MeasureKind; name: string; ofProperty: boolean }[] = [
  { value: 'PEOPLE', name: 'users who did', ofProperty: false },
  { value: 'EVENTS', name: 'number of', ofProperty: false },
  { value: 'SESSIONS', name: 'sessions with', ofProperty: false },
  { value: 'EACH', name: 'number per user of', ofProperty: false },
  { value: 'SHARE', name: 'share of active users who did', ofProperty: false },
  { value: 'SUM', name: 'sum of a property of', ofProperty: true },
  { value: 'MEAN', name: 'average of a property of', ofProperty: true },
  { value: 'PERCENTILE', name: 'percentile of a property of', ofProperty: true },
  { value: 'LEAST', name: 'minimum of a property of', ofProperty: true },
  { value: 'MOST', name: 'maximum of a property of', ofProperty: true },
  { value: 'DISTINCT', name: 'distinct values of a property of', ofProperty: true },
];

/** The term of the handbook that defines each of them. */
export const KIND_TERMS: Record<MeasureKind, string> = {
  PEOPLE: 'Users who did',
  EVENTS: 'Number of events',
  SESSIONS: 'Sessions',
  EACH: 'Per user',
  SHARE: 'Share of active users who did',
  SUM: 'Sum, average, percentile',
  MEAN: 'Sum, average, percentile',
  PERCENTILE: 'Sum, average, percentile',
  LEAST: 'Sum, average, percentile',
  MOST: 'Sum, average, percentile',
  DISTINCT: 'Distinct values',
};

export const isOfProperty = (kind: MeasureKind) =>
  KINDS.find((each) => each.value === kind)?.ofProperty ?? false;

/** Whether the values of groups add up to the whole. */
export const addsUp = (kind: MeasureKind) => kind === 'EVENTS' || kind === 'SUM' || kind === 'SESSIONS';

export function measureUnit({ kind, property }: Pick<OneMeasure, 'kind' | 'property'>): MeasureUnit {
  switch (kind) {
    case 'PEOPLE':
      return 'PEOPLE';
    case 'EVENTS':
    case 'SESSIONS':
    case 'DISTINCT':
      return 'COUNT';
    case 'EACH':
      return 'RATIO';
    case 'SHARE':
      return 'SHARE';
    default:
      if (property === SESSION_LENGTH) return 'SECONDS';
      return property === 'revenue' || property === 'amount' ? 'MONEY' : 'NUMBER';
  }
}

const propertyWords = (property: string | null) =>
  property === SESSION_LENGTH ? 'session length' : (property ?? '');

/** A measure in words: "users who did beacon_lit", "median amount of purchase". */
export function sayMeasure(measure: OneMeasure, names: Names): string {
  const anything = !measure.what || 'active' in measure.what;
  const what = measure.what ? sayEvents(measure.what, names) : 'any activity';
  const property = propertyWords(measure.property);
  const of = ofWhat(measure, property, what);
  switch (measure.kind) {
    case 'PEOPLE':
      return anything ? 'active users' : `users who did ${what}`;
    case 'EVENTS':
      return `number of ${what}`;
    case 'SESSIONS':
      return anything ? 'sessions' : `sessions with ${what}`;
    case 'EACH':
      return `number of ${what} per user`;
    case 'SHARE':
      return `share of active users who did ${what}`;
    case 'SUM':
      return `sum of ${of}`;
    case 'MEAN':
      return `average ${of}`;
    case 'PERCENTILE':
      return measure.percent === null || measure.percent === 50
        ? `median ${of}`
        : `${ordinal(measure.percent)} percentile of ${of}`;
    case 'LEAST':
      return `minimum ${of}`;
    case 'MOST':
      return `maximum ${of}`;
    case 'DISTINCT':
      return `distinct values of ${of}`;
  }
}

/** "level of beacon_lit"; what goes without saying is not said: that events that have a property have it. */
function ofWhat({ what, property }: OneMeasure, shown: string, said: string): string {
  if (!what || 'active' in what) return property === SESSION_LENGTH ? shown : `${shown} of ${said}`;
  if (!('property' in what)) return `${shown} of ${said}`;
  return what.property === property && what.set === true ? shown : `${shown} where ${said}`;
}

/** "90th", "1st". */
function ordinal(value: number): string {
  const last = value % 10;
  const teen = Math.floor(value / 10) % 10 === 1;
  return `${value}${teen ? 'th' : last === 1 ? 'st' : last === 2 ? 'nd' : last === 3 ? 'rd' : 'th'}`;
}

const fourDigits = new Intl.NumberFormat('en-US', { maximumSignificantDigits: 4, signDisplay: 'negative' });

/** A value in words; a dash where there is none. */
export function measureValue(value: number | null, unit: MeasureUnit, currency = ''): string {
  if (unit !== 'RATIO' && unit !== 'NUMBER') return figureValue(value, unit, currency);
  if (value === null) return '–';
  if (unit === 'NUMBER') return Math.abs(value) >= 10_000 ? count(value) : fourDigits.format(value);
  return Math.abs(value) >= 1000 ? count(value) : fixed(value, 2);
}

/** Change from before to now. */
export const measureChange = (now: number | null, before: number | null, unit: MeasureUnit): string =>
  change(now, before, unit === 'SHARE' ? 'SHARE' : 'COUNT');

/** The short form for an axis. */
export function axisValue(value: number, unit: MeasureUnit): string {
  if (unit === 'SHARE') return `${compact(value * 100)}%`;
  return unit === 'SECONDS' ? `${compact(value)} s` : compact(value);
}

export function axisName(unit: MeasureUnit, currency: string): string {
  return {
    PEOPLE: 'users',
    COUNT: 'number',
    SHARE: 'share',
    RATIO: 'per user',
    SECONDS: 'seconds',
    MONEY: currency,
    NUMBER: 'value',
  }[unit];
}

export const stepWord: Record<Step, string> = { HOUR: 'hour', DAY: 'day', WEEK: 'week', MONTH: 'month' };

export const STEPS = (Object.keys(stepWord) as Step[]).map((value) => ({ value, name: stepWord[value] }));

/** "Tue 14 Jul", "Tue 14 Jul 17:00", "13–19 Jul". */
export function stepWords(period: Period, step: Step, zone: string): string {
  if (step !== 'HOUR') return periodWords(period.days.from, step);
  return `${dayWords(dayOf(period.days.from))} ${instantParts(period.starts, zone).time}`;
}
