import { dayOf, endOfPeriod, grainWord, isoOf, rangeWords } from './dates';

/** Conditions as they stand in addresses and go over the wire (docs/condition-format.md), and what they say. */

export interface Test {
  is?: string | string[];
  contains?: string;
  matches?: string;
  set?: boolean;
  atLeast?: number;
  moreThan?: number;
  atMost?: number;
  lessThan?: number;
}

export type EventCondition =
  | { all: EventCondition[] }
  | { either: EventCondition[] }
  | { not: EventCondition }
  | { event: string | string[] }
  | { behaviour: string }
  | { active: true }
  | ({ property: string } & Test);

export type When = { from: string; to: string } | { lastDays: number } | { fromDay: number; toDay?: number };

export type PersonCondition =
  | { all: PersonCondition[] }
  | { either: PersonCondition[] }
  | { not: PersonCondition }
  | { did: EventCondition; atLeast?: number; atMost?: number; when?: When }
  | { did: EventCondition; then: EventCondition; within: string; when?: When }
  | { firstDid: EventCondition; when: When }
  | ({ property: string; value?: 'FIRST' | 'LATEST' } & Test)
  | { segment: number }
  | InCell
  | InFunnel;

/** In a cell of retention: who started in some periods and came back, or stayed away. */
export interface InCell {
  followed: {
    range: { from: string; to: string };
    grain: 'DAY' | 'WEEK' | 'MONTH';
    start?: EventCondition;
    entry?: 'FIRST_EVER' | 'FIRST_IN_RANGE' | 'EVERY_PERIOD';
    clock?: 'CALENDAR' | 'OWN';
  };
  cohorts?: { from: string; to: string };
  cameBack?: Back;
  stayedAway?: Back;
  /** Instead of that: who went quiet by a day since the start, was there, or is not known for so long. */
  quiet?: { days: number; onDay: number; are: 'GONE' | 'THERE' | 'OPEN' };
}

/** At a step of a funnel, numbered from 1: who did it, who was lost there, or of whom nothing can be said yet. */
export interface InFunnel {
  funnel: Funnel;
  reached?: number;
  lostAt?: number;
  open?: true;
}

export interface FunnelStep {
  name: string;
  what: EventCondition;
  optional?: boolean;
  forbidden?: EventCondition;
  least?: string;
  most?: string;
}

export interface Funnel {
  range: { from: string; to: string };
  steps: FunnelStep[];
  order?: 'IN_ORDER' | 'BACK_TO_BACK' | 'ANY_ORDER';
  counting?: 'PEOPLE' | 'SESSIONS' | 'ATTEMPTS';
  window?: string;
  hold?: string[];
}

interface Back {
  with?: EventCondition;
  fromAge: number;
  toAge: number;
}

/** How things are shown: events by what people call them, segments by their names. */
export interface Names {
  event: (name: string) => string;
  segment: (id: number) => string;
}

export const has = <K extends string>(condition: object, key: K): condition is Record<K, unknown> =>
  key in condition;

/** How often at least; "at most twice" alone includes users who never did it. */
export const leastTimes = ({ atLeast, atMost }: { atLeast?: number; atMost?: number }) =>
  atLeast ?? (atMost === undefined ? 1 : 0);

const listOf = (value: string | string[]): string[] => (Array.isArray(value) ? value : [value]);

const joined = (parts: string[], word: string) =>
  parts.length < 2 ? (parts[0] ?? '') : `${parts.slice(0, -1).join(', ')} ${word} ${parts.at(-1)}`;

const SHOWN_VALUES = 4;

/** "is PT or ES", "at least 3". */
export function sayTest(test: Test): string {
  if (test.is !== undefined) {
    const values = listOf(test.is);
    const shown =
      values.length > SHOWN_VALUES
        ? [...values.slice(0, SHOWN_VALUES), `${values.length - SHOWN_VALUES} more`]
        : values;
    return `is ${joined(shown, 'or')}`;
  }
  if (test.contains !== undefined) return `contains \u201c${test.contains}\u201d`;
  if (test.matches !== undefined) return `matches ${test.matches}`;
  if (test.set !== undefined) return test.set ? 'is set' : 'is not set';
  const bounds = [
    test.atLeast !== undefined && `at least ${test.atLeast}`,
    test.moreThan !== undefined && `more than ${test.moreThan}`,
    test.atMost !== undefined && `at most ${test.atMost}`,
    test.lessThan !== undefined && `less than ${test.lessThan}`,
  ].filter((bound) => bound !== false);
  return bounds.length > 0 ? `is ${bounds.join(' and ')}` : 'is anything';
}

const isAnyEvent = (condition: EventCondition) => 'all' in condition && condition.all.length === 0;

export function sayEvents(condition: EventCondition, names: Names): string {
  if ('all' in condition) {
    const [first, ...rest] = condition.all;
    if (!first) return 'any event';
    return rest.length === 0
      ? sayEvents(first, names)
      : `${sayEvents(first, names)} with ${joined(
          rest.map((each) => sayEvents(each, names)),
          'and',
        )}`;
  }
  if ('either' in condition)
    return joined(
      condition.either.map((each) => sayEvents(each, names)),
      'or',
    );
  if ('not' in condition) return `not (${sayEvents(condition.not, names)})`;
  if ('event' in condition) return joined(listOf(condition.event).map(names.event), 'or');
  if ('behaviour' in condition) return `\u201c${condition.behaviour}\u201d`;
  if ('active' in condition) return 'any activity';
  // "stars at least 3" reads on after "with"; whether it "is" so goes without saying.
  return `${condition.property} ${sayTest(condition).replace(/^is (at|more|less) /, '$1 ')}`;
}

function sayWhen(when: When): string {
  if ('lastDays' in when) return `in the last ${when.lastDays} days`;
  if ('fromDay' in when)
    return when.toDay === undefined
      ? `from day ${when.fromDay} on`
      : `on days ${when.fromDay} to ${when.toDay}`;
  return `${rangeWords(when)}`;
}

const after = (text: string, when: When | undefined) => (when ? `${text} ${sayWhen(when)}` : text);

const HOURS = /^PT(\d+)H$/;

/** "36 hours" of PT36H; days where whole. */
export function sayDuration(iso: string): string {
  const hours = Number(HOURS.exec(iso)?.[1] ?? NaN);
  if (!Number.isFinite(hours)) return iso;
  return hours % 24 === 0 ? `${hours / 24} days` : `${hours} hours`;
}

export function sayPeople(condition: PersonCondition, names: Names): string {
  if ('all' in condition)
    return condition.all.length === 0
      ? 'all users'
      : joined(
          condition.all.map((each) => inner(each, names)),
          'and',
        );
  if ('either' in condition)
    return condition.either.length === 0
      ? 'no users'
      : joined(
          condition.either.map((each) => inner(each, names)),
          'or',
        );
  if ('not' in condition) return `not (${sayPeople(condition.not, names)})`;
  if ('firstDid' in condition)
    return after(
      isAnyEvent(condition.firstDid) ? 'who joined' : `who first did ${sayEvents(condition.firstDid, names)}`,
      condition.when,
    );
  if ('did' in condition) return sayDid(condition, names);
  if ('segment' in condition) return `in \u201c${names.segment(condition.segment)}\u201d`;
  if ('followed' in condition) return sayInCell(condition, names);
  if ('funnel' in condition) return sayInFunnel(condition);
  return `whose ${condition.value === 'FIRST' ? 'first ' : ''}${condition.property} ${sayTest(condition)}`;
}

/** "all users", "users who did purchase": what a filter lets through. */
export const sayUsers = (condition: PersonCondition, names: Names): string =>
  isEveryone(condition) || ('either' in condition && condition.either.length === 0)
    ? sayPeople(condition, names)
    : `users ${sayPeople(condition, names)}`;

/** "who reached \u201cpurchase\u201d in 3 steps from \u201capp_open\u201d 14 \u2013 20 Sep 2026". */
function sayInFunnel({ funnel, reached, lostAt }: InFunnel): string {
  const name = (step: number | undefined) => `\u201c${funnel.steps[(step ?? 1) - 1]?.name ?? ''}\u201d`;
  const way = `in the funnel from ${name(1)} with ${funnel.steps.length} steps, entered ${rangeWords(funnel.range)}`;
  if (reached !== undefined) return `who reached ${name(reached)} ${way}`;
  if (lostAt !== undefined) return `who dropped off before ${name(lostAt)} ${way}`;
  return `who are still in progress ${way}`;
}

/** "who joined 14 \u2013 20 Sep 2026 and came back in week 1". */
function sayInCell({ followed, cohorts, cameBack, stayedAway, quiet }: InCell, names: Names): string {
  const { start, entry, grain } = followed;
  const word = grainWord[grain];
  const did = start
    ? `who did ${sayEvents(start, names)}${entry === undefined ? ' first' : entry === 'FIRST_IN_RANGE' ? ' first in the range' : ''}`
    : 'who joined';
  const when = `${did} ${rangeWords(cohorts ? cohortDays(followed, cohorts) : followed.range)}`;
  if (quiet) return `${when} and ${sayQuiet(quiet)}`;
  const back = cameBack ?? stayedAway;
  if (!back) return when;
  const { fromAge, toAge } = back;
  const ages = ageWords(word, fromAge, toAge);
  const how = back.with ? ` with ${sayEvents(back.with, names)}` : '';
  return `${when} and ${cameBack ? 'came back' : 'did not come back'}${how} ${ages}`;
}

/** "on day 7", "in weeks 1\u20133". */
const ageWords = (word: string, from: number, to: number) => {
  const at = word === 'day' ? 'on' : 'in';
  return from === to ? `${at} ${word} ${from}` : `${at} ${word}s ${from}\u2013${to}`;
};

const sayQuiet = ({ days, onDay, are }: NonNullable<InCell['quiet']>) =>
  ({
    GONE: `churned by day ${onDay} (${days} days without activity)`,
    THERE: `had not churned by day ${onDay} (${days} days without activity)`,
    OPEN: `have not churned (${days} days without activity), known up to before day ${onDay}`,
  })[are];

/** The days of the range in cohorts whose periods begin within some days. */
function cohortDays({ range, grain }: InCell['followed'], cohorts: { from: string; to: string }) {
  const end = isoOf(endOfPeriod(dayOf(cohorts.to) - 1, grain));
  return {
    from: cohorts.from > range.from ? cohorts.from : range.from,
    to: end < range.to ? end : range.to,
  };
}

const inner = (condition: PersonCondition, names: Names) =>
  ('all' in condition && condition.all.length > 1) || ('either' in condition && condition.either.length > 1)
    ? `(${sayPeople(condition, names)})`
    : sayPeople(condition, names);

function sayDid(condition: Extract<PersonCondition, { did: EventCondition }>, names: Names): string {
  const said = sayEvents(condition.did, names);
  const what = 'property' in condition.did ? `any event with ${said}` : said;
  if ('then' in condition)
    return after(
      `who did ${what} and then ${sayEvents(condition.then, names)} within ${sayDuration(condition.within)}`,
      condition.when,
    );
  if (condition.atMost === 0) return after(`who did not do ${what}`, condition.when);
  const least = leastTimes(condition);
  const comma = what.includes(' ') ? ',' : '';
  const times =
    condition.atMost !== undefined
      ? least === 0
        ? `${comma} at most ${condition.atMost} times, or never`
        : `${comma} ${least} to ${condition.atMost} times`
      : least > 1
        ? `${comma} at least ${least} times`
        : '';
  return after(`who did ${what}${times}`, condition.when);
}

export const EVERYONE: PersonCondition = { all: [] };

export const isEveryone = (condition: PersonCondition) => 'all' in condition && condition.all.length === 0;

/** A behaviour or event with tests of its properties: the shape in which the editor shows most conditions on events. */
export interface What {
  subject: Exclude<EventCondition, { all: unknown } | { either: unknown } | { not: unknown }> | null;
  tests: EventCondition[];
  join: 'all' | 'either';
}

const isSubject = (condition: EventCondition) =>
  'event' in condition || 'behaviour' in condition || 'active' in condition;

const isTest = (condition: EventCondition): boolean =>
  'property' in condition || ('not' in condition && 'property' in condition.not);

/** Takes a condition apart into that shape; undefined if it has another. */
export function whatOf(condition: EventCondition): What | undefined {
  if (isSubject(condition)) return { subject: condition as What['subject'], tests: [], join: 'all' };
  if (isTest(condition)) return { subject: null, tests: [condition], join: 'all' };
  if ('either' in condition && condition.either.every(isTest))
    return { subject: null, tests: condition.either, join: 'either' };
  if (!('all' in condition)) return undefined;
  const [first, ...rest] = condition.all;
  if (!first) return { subject: null, tests: [], join: 'all' };
  const subject = isSubject(first) ? (first as What['subject']) : null;
  const tests = subject ? rest : condition.all;
  const only = tests[0];
  if (tests.length === 1 && only && 'either' in only && only.either.every(isTest))
    return { subject, tests: only.either, join: 'either' };
  return tests.every(isTest) ? { subject, tests, join: 'all' } : undefined;
}

/** Puts it together again. */
export function conditionOf({ subject, tests, join }: What): EventCondition {
  const bound: EventCondition[] = join === 'either' && tests.length > 1 ? [{ either: tests }] : tests;
  const parts = subject ? [subject, ...bound] : bound;
  const [only] = parts;
  return parts.length === 1 && only ? only : { all: parts };
}

/** All of some conditions, those that say nothing left out. */
export function bound(conditions: PersonCondition[]): PersonCondition {
  const all = conditions
    .filter((each) => !isEveryone(each))
    .flatMap((each) => ('all' in each ? each.all : [each]));
  const [only] = all;
  return all.length === 1 && only ? only : { all };
}
