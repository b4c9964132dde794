import type { Grain } from '../../api/queries';
import type { Ages, Clock, Counting, Split, StartEntry, WorthKind } from '../../api/retention';
import { wordOf } from '../../model/question';
import { GRAINS, grainWord } from '../../words/dates';

/** An event or a named behaviour, as it stands in the address: behaviours in quotation marks; null for any activity. */
export type Chosen = string | null;

export const quoted = (behaviour: string) => `\u201c${behaviour}\u201d`;
export const behaviourIn = (chosen: string) => /^\u201c(.*)\u201d$/.exec(chosen)?.[1];

export const ANY = 'any activity';
export const MOST_WAYS = 6;
export const MOST_AGE = 60;
/** Between the ways of coming back in the address. */
const AND = '~';
const ANY_IN_ADDRESS = '*';

export const USUAL_AGES: Record<Grain, number> = { DAY: 21, WEEK: 12, MONTH: 6 };
export const USUAL_SPANS: Record<Grain, string> = {
  DAY: '1-3, 4-7, 8-14, 15-30',
  WEEK: '1-2, 3-4, 5-8, 9-12',
  MONTH: '1, 2-3, 4-6',
};

/** What is asked of the people followed. */
export type About = 'back' | 'value' | 'quiet' | 'early';

/** What each had brought: its kind, and of which event or property. */
export interface Worth {
  kind: WorthKind;
  of: string;
}

export interface Words {
  about: About;
  grain: Grain;
  /** With what people start; null for arrival. */
  start: Chosen;
  entry: StartEntry;
  clock: Clock;
  counting: Counting;
  ages: number;
  /** The spans of ages as they were written. */
  spans: string;
  ways: Chosen[];
  /** Whose triangle is shown. */
  shown: number;
  plain: boolean;
  /** Whether cells say counts instead of shares. */
  counts: boolean;
  /** Whether chosen ages are drawn as bars instead of the triangle. */
  bars: boolean;
  /** The ages chosen for bars. */
  chosen: number[];
  /** By what rows are ordered: time, size, or the value in a column. */
  order: 'time' | 'size' | number;
  /** The release before and after which cohorts are compared. */
  around: string | null;
  /** A loss of so many points from one age to the next is none. */
  flat: number;
  worth: Worth;
  /** So many whole days without activity are quiet. */
  quietDays: number;
  /** The days on which a return is looked for, for what was done early. */
  back: Ages;
}

const ABOUTS: readonly About[] = ['back', 'value', 'quiet', 'early'];
export const USUAL_QUIET = 14;
export const USUAL_FLAT = 1;
/** Common practice, no source: the days and weeks at which the trade looks first. */
const LOOKED_AT: Record<Grain, readonly number[]> = { DAY: [1, 7, 30], WEEK: [1, 4, 12], MONTH: [1, 3, 6] };
const USUAL_BACK: Ages = { from: 7, to: 13 };
const MONEY: readonly WorthKind[] = ['NET', 'GROSS', 'PURCHASE', 'AD', 'SUBSCRIPTION'];
const WORTHS: readonly WorthKind[] = [...MONEY, 'SESSIONS', 'ACTIVE_DAYS', 'TIMES', 'SUM'];

const ENTRIES: Record<string, StartEntry> = { range: 'FIRST_IN_RANGE', each: 'EVERY_PERIOD' };
const COUNTINGS: Record<string, Counting> = { later: 'OR_LATER', within: 'WITHIN' };

/** The word of a value in the address; none for the usual one. */
export const entryParam = (entry: StartEntry) => wordOf(ENTRIES, entry);
export const countingParam = (counting: Counting) => wordOf(COUNTINGS, counting);

/** "TIMES:beacon_lit", "NET": what each brought, in the address. */
export const worthParam = ({ kind, of }: Worth): string | null => {
  if (of) return `${kind}:${of}`;
  return kind === 'NET' ? null : kind;
};

function worthOf(text: string | null): Worth {
  const [kind, of = ''] = (text ?? '').split(/:(.*)/s);
  const known = WORTHS.find((each) => each === kind) ?? 'NET';
  const needs = known === 'TIMES' || known === 'SUM';
  return needs === (of !== '') ? { kind: known, of } : { kind: 'NET', of: '' };
}

export const isMoney = ({ kind }: Worth) => MONEY.includes(kind);

/** A whole number of an address, if it lies within bounds. */
function whole(text: string | null, least: number, most: number, otherwise: number): number {
  const value = Number(text ?? NaN);
  return Number.isInteger(value) && value >= least && value <= most ? value : otherwise;
}

function orderOf(text: string | null): Words['order'] {
  if (text === 'size') return text;
  const column = whole(text, 0, MOST_AGE, -1);
  return column >= 0 ? column : 'time';
}

function backOf(text: string | null): Ages {
  const spans = spansOf(text ?? '');
  const first = typeof spans === 'string' ? undefined : spans[0];
  return first && first.from >= 1 ? first : USUAL_BACK;
}

/** Ages as somebody wrote them, "1, 4, 12". */
export function agesOf(text: string): number[] | string {
  const ages = text.split(',').map((each) => each.trim());
  const wrong = ages.find((each) => !/^\d+$/.test(each) || Number(each) > MOST_AGE);
  return wrong === undefined
    ? [...new Set(ages.map(Number))].sort((a, b) => a - b)
    : `\u201c${wrong}\u201d is not an age from 0 to ${MOST_AGE}.`;
}

function chosenOf(text: string | null, grain: Grain): number[] {
  const ages = agesOf(text ?? '');
  return typeof ages === 'string' ? [...LOOKED_AT[grain]] : ages;
}

export function wordsOf(param: (name: string) => string | null): Words {
  const grain = GRAINS.find((each) => each.name === param('by'))?.value ?? 'WEEK';
  const start = param('start');
  const ways = (param('back') ?? ANY_IN_ADDRESS)
    .split(AND)
    .filter((way) => way !== '')
    .slice(0, MOST_WAYS)
    .map((way) => (way === ANY_IN_ADDRESS ? null : way));
  const shown = Number(param('way') ?? 0);
  const flat = Number(param('flat') ?? NaN);
  return {
    about: ABOUTS.find((each) => each === param('of')) ?? 'back',
    grain,
    start,
    entry: (start !== null && ENTRIES[param('entry') ?? '']) || 'FIRST_EVER',
    clock: param('clock') === 'own' ? 'OWN' : 'CALENDAR',
    counting: COUNTINGS[param('count') ?? ''] ?? 'AT',
    ages: whole(param('ages'), 1, MOST_AGE, USUAL_AGES[grain]),
    spans: param('spans') ?? USUAL_SPANS[grain],
    ways: ways.length > 0 ? ways : [null],
    shown: Number.isInteger(shown) && shown > 0 && shown < ways.length ? shown : 0,
    plain: param('shade') === 'plain',
    counts: param('cells') === 'counts',
    bars: param('view') === 'bars',
    chosen: chosenOf(param('at'), grain),
    order: orderOf(param('order')),
    around: param('around'),
    flat: flat > 0 && flat <= 50 ? flat : USUAL_FLAT,
    worth: worthOf(param('worth')),
    quietDays: whole(param('quiet'), 1, 365, USUAL_QUIET),
    back: backOf(param('return')),
  };
}

export const waysParam = (ways: Chosen[]): string | null =>
  ways.length === 1 && ways[0] === null ? null : ways.map((way) => way ?? ANY_IN_ADDRESS).join(AND);

/** What somebody wrote as spans of ages, or the sentence that says what is wrong with it. */
export function spansOf(text: string): Ages[] | string {
  const spans: Ages[] = [];
  for (const part of text.split(',')) {
    const found = /^\s*(\d+)\s*(?:[-\u2013]\s*(\d+)\s*)?$/.exec(part);
    if (!found)
      return `\u201c${part.trim()}\u201d is not an age or an age range; write for example 1-3, 4-7.`;
    const from = Number(found[1]);
    const to = Number(found[2] ?? found[1]);
    if (to < from || to > MOST_AGE) {
      return `\u201c${part.trim()}\u201d: ages go from 0 to ${MOST_AGE}, the smaller first.`;
    }
    const before = spans.at(-1);
    if (before && (from < before.from || to < before.to)) {
      return `\u201c${part.trim()}\u201d does not come after the ages before it.`;
    }
    spans.push({ from, to });
  }
  return spans;
}

/** Whether an age is one of those looked at first. */
export const isLookedAt = ({ from }: Ages, { counting, grain }: Pick<Words, 'counting' | 'grain'>) =>
  counting === 'WITHIN' || LOOKED_AT[grain].includes(from);

/** Over the names of rows: what cohorts did, or by what groups are told apart. */
export function cornerOf({ start }: Pick<Words, 'start'>, split: Split | undefined): string {
  if (split) return 'property' in split ? split.property : 'group';
  return start === null ? 'joined' : 'started';
}

/** Where somebody may be of several cohorts, their members are not people. */
export const memberWord = ({ entry }: Pick<Words, 'entry'>) =>
  entry === 'EVERY_PERIOD' ? 'entries' : 'users';

/** "4", "4+" or "1\u20133": how a column is headed. */
export const columnHead = ({ from, to }: Ages, counting: Counting): string => {
  if (counting === 'OR_LATER') return `${from}+`;
  return from === to ? String(from) : `${from}\u2013${to}`;
};

/** "in week 4", "in week 4 or later", "on days 1\u20133". */
export function columnWords(
  { from, to }: Ages,
  { counting, grain }: Pick<Words, 'counting' | 'grain'>,
): string {
  const word = grainWord[grain];
  const at = grain === 'DAY' ? 'on' : 'in';
  if (counting === 'OR_LATER') return `${at} ${word} ${from} or later`;
  return from === to ? `${at} ${word} ${from}` : `${at} ${word}s ${from}\u2013${to}`;
}
