import type { Ages, Clock, Counting, Grain, RetentionAsk, StartEntry } from '../../api/queries';
import type { EventCondition } from '../../words/conditions';
import { GRAINS, grainWord } from '../../words/dates';

/** An event or a named behaviour, as it stands in the address: behaviours in quotation marks; null for any activity. */
export type Chosen = string | null;

export const quoted = (behaviour: string) => `\u201c${behaviour}\u201d`;
const behaviourIn = (chosen: string) => /^\u201c(.*)\u201d$/.exec(chosen)?.[1];

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

export interface Words {
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
}

const ENTRIES: Record<string, StartEntry> = { range: 'FIRST_IN_RANGE', each: 'EVERY_PERIOD' };
const COUNTINGS: Record<string, Counting> = { later: 'OR_LATER', within: 'WITHIN' };

/** The word of a value in the address; none for the usual one. */
export const entryParam = (entry: StartEntry) => keyOf(ENTRIES, entry);
export const countingParam = (counting: Counting) => keyOf(COUNTINGS, counting);

const keyOf = <T>(words: Record<string, T>, value: T): string | null =>
  Object.keys(words).find((key) => words[key] === value) ?? null;

export function wordsOf(param: (name: string) => string | null): Words {
  const grain = GRAINS.find((each) => each.name === param('by'))?.value ?? 'WEEK';
  const ages = Number(param('ages'));
  const start = param('start');
  const ways = (param('back') ?? ANY_IN_ADDRESS)
    .split(AND)
    .filter((way) => way !== '')
    .slice(0, MOST_WAYS)
    .map((way) => (way === ANY_IN_ADDRESS ? null : way));
  const shown = Number(param('way') ?? 0);
  return {
    grain,
    start,
    entry: (start !== null && ENTRIES[param('entry') ?? '']) || 'FIRST_EVER',
    clock: param('clock') === 'own' ? 'OWN' : 'CALENDAR',
    counting: COUNTINGS[param('count') ?? ''] ?? 'AT',
    ages: Number.isInteger(ages) && ages >= 1 && ages <= MOST_AGE ? ages : USUAL_AGES[grain],
    spans: param('spans') ?? USUAL_SPANS[grain],
    ways: ways.length > 0 ? ways : [null],
    shown: Number.isInteger(shown) && shown > 0 && shown < ways.length ? shown : 0,
    plain: param('shade') === 'plain',
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
      return `\u201c${part.trim()}\u201d is no age and no span of ages; write for example 1-3, 4-7.`;
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

const conditionOf = (chosen: Chosen): EventCondition | null => {
  if (chosen === null) return null;
  const behaviour = behaviourIn(chosen);
  return behaviour === undefined ? { event: chosen } : { behaviour };
};

export function askOf(words: Words): Omit<RetentionAsk, 'range' | 'among'> {
  const spans = spansOf(words.spans);
  return {
    grain: words.grain,
    start: conditionOf(words.start),
    entry: words.entry,
    clock: words.clock,
    counting: words.counting,
    ages: words.ages,
    within: words.counting === 'WITHIN' && typeof spans !== 'string' ? spans : null,
    returns: words.ways.map((way) => ({ name: way ?? ANY, what: conditionOf(way) })),
  };
}

/** Where somebody may be of several cohorts, their members are not people. */
export const memberWord = ({ entry }: Pick<Words, 'entry'>) =>
  entry === 'EVERY_PERIOD' ? 'members' : 'people';

/** "4", "4+" or "1\u20133": how a column is headed. */
export const columnHead = ({ from, to }: Ages, counting: Counting): string => {
  if (counting === 'OR_LATER') return `${from}+`;
  return from === to ? String(from) : `${from}\u2013${to}`;
};

/** "at week 4", "at week 4 or later", "within weeks 1\u20133". */
export function columnWords(
  { from, to }: Ages,
  { counting, grain }: Pick<Words, 'counting' | 'grain'>,
): string {
  const word = grainWord[grain];
  if (counting === 'OR_LATER') return `at ${word} ${from} or later`;
  return from === to ? `at ${word} ${from}` : `within ${word}s ${from}\u2013${to}`;
}
