import type { MeasureAsk, MeasureKind, OneMeasure, OneSplit, Step } from '../../api/measures';
import type { DayRange } from '../../api/queries';
import { EVERYONE, isEveryone, type EventCondition, type PersonCondition } from '../../words/conditions';
import { isEventCondition, isPersonCondition } from '../../words/conditionSchema';
import { comparesEarlier } from '../../model/question';
import { KINDS, STEPS, isOfProperty, stepWord } from '../../words/measures';

export const SHAPES = ['lines', 'bars', 'stacked', 'shares', 'ranked', 'week', 'table'] as const;
export type Shape = (typeof SHAPES)[number];

export const COURSES = ['each', 'cumulative', 'trailing7', 'trailing28'] as const;
export type CourseWord = (typeof COURSES)[number];

export const TOPS = [3, 5, 8, 10, 20, 50] as const;
export const USUAL_TOP = 5;
export const MOST_MEASURES = 6;
export const MOST_SPLITS = 3;

export interface FormulaWord {
  name: string;
  text: string;
}

/** The room's own words of the question. */
export interface Words {
  measures: OneMeasure[];
  formulas: FormulaWord[];
  step: Step;
  course: CourseWord;
  splits: OneSplit[];
  among: PersonCondition;
  only: EventCondition | null;
  compares: boolean;
  shape: Shape;
  /** Names of groups brought onto the chart; null for the largest. */
  shown: string[] | null;
  /** What of the address could not be read. */
  faults: string[];
}

export const USUAL_MEASURE: OneMeasure = {
  name: 'a',
  kind: 'PEOPLE',
  property: null,
  percent: null,
  what: { active: true },
};

type Param = (name: string) => string | null;

/** JSON of an address; what cannot be read is said and left out. */
function read<T>(
  param: Param,
  name: string,
  otherwise: T,
  isIt: (value: unknown) => boolean,
  faults: string[],
): T {
  const text = param(name);
  if (text === null) return otherwise;
  try {
    const value: unknown = JSON.parse(text);
    if (isIt(value)) return value as T;
  } catch {
    // said below
  }
  faults.push(`"${name}" in the address could not be read and was left out.`);
  return otherwise;
}

const isObject = (value: unknown): value is Record<string, unknown> =>
  typeof value === 'object' && value !== null && !Array.isArray(value);

const isMeasure = (value: unknown): boolean =>
  isObject(value) &&
  typeof value.name === 'string' &&
  KINDS.some((kind) => kind.value === value.kind) &&
  (value.what === undefined || value.what === null || isEventCondition(value.what)) &&
  (value.property === undefined || value.property === null || typeof value.property === 'string');

const isGroup = (value: unknown): boolean =>
  isObject(value) && typeof value.name === 'string' && isPersonCondition(value.who);

const isSplit = (value: unknown): boolean =>
  isObject(value) &&
  (typeof value.property === 'string' || (Array.isArray(value.people) && value.people.every(isGroup)));

const listOf = (each: (value: unknown) => boolean) => (value: unknown) =>
  Array.isArray(value) && value.every(each);

export function wordsOf(param: Param): Words {
  const faults: string[] = [];
  const measures = read<Partial<OneMeasure>[]>(
    param,
    'm',
    [USUAL_MEASURE],
    (value) => listOf(isMeasure)(value) && (value as unknown[]).length > 0,
    faults,
  );
  const splits = read<Partial<OneSplit>[]>(param, 'split', [], listOf(isSplit), faults);
  return {
    measures: measures.map((each) => ({ ...USUAL_MEASURE, ...each })),
    formulas: read<FormulaWord[]>(
      param,
      'f',
      [],
      listOf((value) => isObject(value) && typeof value.name === 'string' && typeof value.text === 'string'),
      faults,
    ),
    step: STEPS.find((each) => each.name === param('by'))?.value ?? 'DAY',
    course: COURSES.find((each) => each === param('course')) ?? 'each',
    splits: splits.map((each) => ({ property: null, values: null, top: null, people: null, ...each })),
    among: read<PersonCondition>(param, 'among', EVERYONE, isPersonCondition, faults),
    only: read<EventCondition | null>(param, 'only', null, isEventCondition, faults),
    compares: comparesEarlier(param),
    shape: SHAPES.find((each) => each === param('shape')) ?? 'lines',
    shown: read<string[] | null>(
      param,
      'shown',
      null,
      listOf((value) => typeof value === 'string'),
      faults,
    ),
    faults,
  };
}

/** Nulls are left out, so that an address stays short. */
const plain = (value: object): object =>
  Object.fromEntries(Object.entries(value).filter(([, each]) => each !== null));

const isUsual = (measures: OneMeasure[]) =>
  measures.length === 1 && JSON.stringify(measures[0]) === JSON.stringify(USUAL_MEASURE);

/** The same words as they stand in the address; null takes a word out. */
export function paramsOf(words: Partial<Words>): Record<string, string | null> {
  const params: Record<string, string | null> = {};
  if (words.measures) params.m = isUsual(words.measures) ? null : JSON.stringify(words.measures.map(plain));
  if (words.formulas) params.f = words.formulas.length > 0 ? JSON.stringify(words.formulas) : null;
  if (words.step) params.by = words.step === 'DAY' ? null : stepWord[words.step];
  if (words.course) params.course = words.course === 'each' ? null : words.course;
  if (words.splits) {
    params.split = words.splits.length > 0 ? JSON.stringify(words.splits.map(plain)) : null;
    params.shown = null;
  }
  if (words.among) params.among = isEveryone(words.among) ? null : JSON.stringify(words.among);
  if (words.only !== undefined) params.only = words.only ? JSON.stringify(words.only) : null;
  if (words.compares !== undefined) params.compare = words.compares ? 'yes' : 'no';
  if (words.shape) params.shape = words.shape === 'lines' ? null : words.shape;
  if (words.shown !== undefined) params.shown = words.shown ? JSON.stringify(words.shown) : null;
  return params;
}

/**
 * A change of the question as the address takes it. Other metrics keep the comparison; the first split ends it, since it would
 * double every line.
 */
export function changeOf(param: Param, change: Partial<Words>): Record<string, string | null> {
  const isFirstSplit = (change.splits ?? []).length > 0 && param('split') === null;
  const compares = !isFirstSplit && comparesEarlier(param);
  return paramsOf(change.measures || change.formulas || change.splits ? { compares, ...change } : change);
}

/** The question as it goes over the wire. */
export const askOf = (words: Words, range: DayRange, compared: DayRange | undefined): MeasureAsk => ({
  range,
  compared: words.compares && compared ? compared : null,
  step: words.step,
  course: courseOf(words.course),
  measures: words.measures,
  formulas: words.formulas,
  only: words.only,
  among: words.among,
  splits: words.splits,
  lenient: true,
});

function courseOf(course: CourseWord): MeasureAsk['course'] {
  if (course === 'each') return null;
  return course === 'cumulative'
    ? { kind: 'CUMULATIVE', periods: null }
    : { kind: 'TRAILING', periods: course === 'trailing7' ? 7 : 28 };
}

const LETTERS = 'abcdefghijklmnopqrstuvwxyz';

/** The first letter that names nothing yet. */
export function freeName({ measures, formulas }: Words): string {
  const taken = new Set([...measures, ...formulas].map((each) => each.name));
  return [...LETTERS].find((letter) => !taken.has(letter)) ?? 'z';
}

/** Whether a measure has all that its kind needs; until then the question is not asked. */
export const isWhole = (measure: OneMeasure) => !isOfProperty(measure.kind) || Boolean(measure.property);

/** Names of the events a condition speaks of. */
export function eventsOf(condition: EventCondition): string[] {
  if ('all' in condition) return condition.all.flatMap(eventsOf);
  if ('either' in condition) return condition.either.flatMap(eventsOf);
  if ('not' in condition) return eventsOf(condition.not);
  return 'event' in condition ? [condition.event].flat() : [];
}

export const kindWord = (kind: MeasureKind) => KINDS.find((each) => each.value === kind)?.name ?? kind;
