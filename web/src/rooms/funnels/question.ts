import type { DayRange, Grain } from '../../api/queries';
import type { FunnelAsk, LostAsk, IndependentUnit, StepsAsk } from '../../api/funnel';
import { amongOf, valueParam, wordOf, type Asked } from '../../model/question';
import { splitOf } from '../../model/split';
import {
  bound,
  sayEvents,
  type EventCondition,
  type Funnel,
  type Names,
  type PersonCondition,
} from '../../words/conditions';
import { isFunnelStep } from '../../words/conditionSchema';
import { GRAINS } from '../../words/dates';
import { plural } from '../../words/numbers';

/** A step as somebody made it; without a name it is called by what does it. */
export interface Step {
  what: EventCondition;
  name?: string;
  optional?: boolean;
  forbidden?: EventCondition;
  least?: string;
  most?: string;
  /** The share of the first step that is aimed at, from and to. */
  target?: [number, number];
}

export type Order = NonNullable<Funnel['order']>;
export type Counting = NonNullable<Funnel['counting']>;

export interface Words {
  steps: Step[];
  order: Order;
  counting: Counting;
  /** ISO 8601. */
  window: string;
  held: string[];
  /** Periods of entry that are told apart. */
  by: Grain | null;
  /** Each step by itself rather than in a sequence, and of what it is then counted. */
  independent: boolean;
  alone: IndependentUnit;
  /** In a sequence: whether each step by itself stands beside it. */
  beside: boolean;
  /** Stairs across the page rather than down it. */
  sideways: boolean;
  /** The step, from 1, of which those who were lost before it are looked at; 0 for none. */
  lost: number;
  until: 'WINDOW' | 'SESSION';
}

export const MOST_STEPS = 30;
export const USUAL_WINDOW = 'P7D';
const ORDERS: Record<string, Order> = { direct: 'BACK_TO_BACK', any: 'ANY_ORDER' };
const COUNTINGS: Record<string, Counting> = { sessions: 'SESSIONS', attempts: 'ATTEMPTS' };

const ALONE: Record<string, IndependentUnit> = { sessions: 'SESSIONS', events: 'EVENTS' };
/** In place of an order: each step by itself. */
const EACH = 'each';

export const orderParam = (order: Order | 'EACH') => (order === 'EACH' ? EACH : wordOf(ORDERS, order));
export const countingParam = (counting: Counting) => wordOf(COUNTINGS, counting);
export const aloneParam = (unit: IndependentUnit) => wordOf(ALONE, unit);

const eventOf = ({ what, ...more }: Step): string | undefined =>
  Object.keys(more).length === 0 &&
  Object.keys(what).length === 1 &&
  'event' in what &&
  typeof what.event === 'string'
    ? what.event
    : undefined;

/** In the address: an event by its name alone. An empty list is one, too: the room then shows no opening path. */
export const stepsParam = (steps: Step[]): string =>
  JSON.stringify(steps.map((step) => eventOf(step) ?? step));

const isStepsList = (value: unknown): value is (string | Step)[] =>
  Array.isArray(value) && value.every((step: unknown) => typeof step === 'string' || isFunnelStep(step));

/** The steps of an address. */
const stepsOf = (text: string | null): Step[] =>
  (valueParam(text, 'steps', isStepsList) ?? [])
    .map((step) => (typeof step === 'string' ? { what: { event: step } } : step))
    .slice(0, MOST_STEPS);

export const wordsOf = (param: (name: string) => string | null): Words => ({
  steps: stepsOf(param('steps')),
  order: ORDERS[param('order') ?? ''] ?? 'IN_ORDER',
  counting: COUNTINGS[param('count') ?? ''] ?? 'PEOPLE',
  window: /^P(T?\d+[DH])$/.test(param('within') ?? '') ? (param('within') ?? USUAL_WINDOW) : USUAL_WINDOW,
  held: (param('hold') ?? '').split('~').filter((property) => property !== ''),
  by: GRAINS.find((each) => each.name === param('by'))?.value ?? null,
  independent: param('order') === EACH,
  alone: ALONE[param('count') ?? ''] ?? 'PEOPLE',
  beside: param('beside') !== null,
  sideways: param('sideways') !== null,
  lost: Math.max(0, Math.trunc(Number(param('lost') ?? 0)) || 0),
  until: param('until') === 'session' ? 'SESSION' : 'WINDOW',
});

/** "21 days" of "P21D", "36 hours" of "PT36H". */
export function windowWords(window: string): string {
  const [, size = '', kind] = /(\d+)([DH])$/.exec(window) ?? [];
  return plural(Number(size), kind === 'D' ? 'day' : 'hour');
}

export const stepName = (step: Step, names: Names) => step.name ?? sayEvents(step.what, names);

/** A step as it can stand first: nothing holds before it. */
export const entryOf = ({ what, name }: Step): Step => ({ what, ...(name ? { name } : {}) });

/** What steps are counted of: "people", "sessions". */
export const unitWord: Record<Counting, string> = {
  PEOPLE: 'users',
  SESSIONS: 'sessions',
  ATTEMPTS: 'attempts',
};

export const aloneWord: Record<IndependentUnit, string> = {
  PEOPLE: 'users',
  SESSIONS: 'sessions',
  EVENTS: 'events',
};

/** What it is aimed at is no part of the question. */
function asked(step: Step, names: Names): Funnel['steps'][number] {
  const rest = { ...step, name: stepName(step, names) };
  delete rest.target;
  return rest;
}

function funnelOf(words: Words, range: DayRange, names: Names): Funnel {
  return {
    range,
    steps: words.steps.map((step) => asked(step, names)),
    ...(words.order === 'IN_ORDER' ? {} : { order: words.order }),
    ...(words.counting === 'PEOPLE' ? {} : { counting: words.counting }),
    window: words.window,
    ...(words.held.length === 0 ? {} : { hold: words.held }),
  };
}

/** Nothing is asked of fewer than two steps. */
export function askOf(place: Asked, words: Words, names: Names): FunnelAsk | undefined {
  return place.range && words.steps.length > 1
    ? {
        funnel: funnelOf(words, place.range, names),
        among: amongOf(place),
        split: splitOf(place) ?? null,
        by: words.by,
      }
    : undefined;
}

/** Of each step by itself nothing but what it is matters. */
export const aloneOf = ({ funnel, among }: FunnelAsk, unit: IndependentUnit): StepsAsk => ({
  funnel: {
    range: funnel.range,
    steps: funnel.steps.map(({ name, what, optional }) => ({
      name,
      what,
      ...(optional ? { optional } : {}),
    })),
  },
  among,
  unit,
});

/** The question about users who dropped off before the opened step. */
export const lostOf = ({ funnel, among }: FunnelAsk, { lost }: Words): LostAsk => ({
  funnel,
  among,
  step: lost,
});

/** The people of a step, numbered from 1. */
export const peopleAt = (
  ask: FunnelAsk,
  at: { reached: number } | { lostAt: number } | { open: true },
  group?: PersonCondition,
): PersonCondition => bound([ask.among, ...(group ? [group] : []), { funnel: ask.funnel, ...at }]);

/** The events that a condition speaks of by name. */
export function eventsIn(what: unknown): string[] {
  if (Array.isArray(what)) return what.flatMap(eventsIn);
  if (typeof what !== 'object' || what === null) return [];
  return Object.entries(what).flatMap(([key, value]) =>
    key === 'event' ? [value as string | string[]].flat() : eventsIn(value),
  );
}
