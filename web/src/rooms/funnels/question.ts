import type { DayRange, Grain } from '../../api/queries';
import type { FunnelAsk } from '../../api/funnel';
import { amongOf, wordOf, type Asked } from '../../frame/question';
import { splitOf } from '../../frame/split';
import {
  bound,
  sayEvents,
  type EventCondition,
  type Funnel,
  type Names,
  type PersonCondition,
} from '../../words/conditions';
import { GRAINS } from '../../words/dates';

/** A step as somebody made it; without a name it is called by what does it. */
export interface Step {
  what: EventCondition;
  name?: string;
  optional?: boolean;
  forbidden?: EventCondition;
  least?: string;
  most?: string;
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
}

export const MOST_STEPS = 30;
export const USUAL_WINDOW = 'P7D';
const ORDERS: Record<string, Order> = { direct: 'BACK_TO_BACK', any: 'ANY_ORDER' };
const COUNTINGS: Record<string, Counting> = { sessions: 'SESSIONS', attempts: 'ATTEMPTS' };

export const orderParam = (order: Order) => wordOf(ORDERS, order);
export const countingParam = (counting: Counting) => wordOf(COUNTINGS, counting);

const eventOf = ({ what, ...more }: Step): string | undefined =>
  Object.keys(more).length === 0 &&
  Object.keys(what).length === 1 &&
  'event' in what &&
  typeof what.event === 'string'
    ? what.event
    : undefined;

/** In the address: an event by its name alone. */
export const stepsParam = (steps: Step[]): string | null =>
  steps.length === 0 ? null : JSON.stringify(steps.map((step) => eventOf(step) ?? step));

function isStep(value: unknown): value is Step {
  return typeof value === 'object' && value !== null && 'what' in value && typeof value.what === 'object';
}

/** The steps of an address; none where it cannot be read. */
function stepsOf(text: string | null): Step[] {
  try {
    const steps: unknown = JSON.parse(text ?? '[]');
    if (!Array.isArray(steps)) return [];
    return steps
      .map((step: unknown) => (typeof step === 'string' ? { what: { event: step } } : step))
      .filter(isStep)
      .slice(0, MOST_STEPS);
  } catch {
    return [];
  }
}

export const wordsOf = (param: (name: string) => string | null): Words => ({
  steps: stepsOf(param('steps')),
  order: ORDERS[param('order') ?? ''] ?? 'IN_ORDER',
  counting: COUNTINGS[param('count') ?? ''] ?? 'PEOPLE',
  window: /^P(T?\d+[DH])$/.test(param('within') ?? '') ? (param('within') ?? USUAL_WINDOW) : USUAL_WINDOW,
  held: (param('hold') ?? '').split('~').filter((property) => property !== ''),
  by: GRAINS.find((each) => each.name === param('by'))?.value ?? null,
});

export const stepName = (step: Step, names: Names) => step.name ?? sayEvents(step.what, names);

/** What steps are counted of: "people", "sessions". */
export const unitWord: Record<Counting, string> = {
  PEOPLE: 'people',
  SESSIONS: 'sessions',
  ATTEMPTS: 'attempts',
};

function funnelOf(words: Words, range: DayRange, names: Names): Funnel {
  return {
    range,
    steps: words.steps.map((step) => ({ ...step, name: stepName(step, names) })),
    ...(words.order === 'IN_ORDER' ? {} : { order: words.order }),
    ...(words.counting === 'PEOPLE' ? {} : { counting: words.counting }),
    window: words.window,
    ...(words.held.length === 0 ? {} : { hold: words.held }),
  };
}

/** Nothing is asked of fewer than two steps. */
export function askOf(asked: Asked, words: Words, names: Names): FunnelAsk | undefined {
  return asked.range && words.steps.length > 1
    ? {
        funnel: funnelOf(words, asked.range, names),
        among: amongOf(asked),
        split: splitOf(asked) ?? null,
        by: words.by,
      }
    : undefined;
}

/** The people of a step, numbered from 1. */
export const peopleAt = (
  ask: FunnelAsk,
  at: { reached: number } | { lostAt: number } | { open: true },
  group?: PersonCondition,
): PersonCondition => bound([ask.among, ...(group ? [group] : []), { funnel: ask.funnel, ...at }]);

/** Paths that are often looked at, of events that usually have these names. */
const PATHS = [
  {
    name: 'the first-time path',
    events: ['install', 'app_open', 'lesson_started', 'lesson_finished', 'beacon_started', 'beacon_lit'],
  },
  { name: 'the purchase path', events: ['app_open', 'shop_opened', 'pay_sheet_opened', 'purchase'] },
  {
    name: 'the beacon path',
    events: ['beacon_started', 'beacon_lit', 'ad_offered', 'ad_shown', 'ad_finished'],
  },
];

/** Those all of whose events there are. */
export const pathsOf = (events: string[]) =>
  PATHS.filter((path) => path.events.every((event) => events.includes(event)));
