import { z } from 'zod';
import type { EventCondition, PersonCondition } from './conditions';

/** The shapes of conditions, by which whatever stands in an address or was typed as JSON is checked before anything is said of it. */

const texts = z.union([z.string(), z.array(z.string())]);

const tested = z.object({
  property: z.string(),
  is: texts.optional(),
  contains: z.string().optional(),
  matches: z.string().optional(),
  set: z.boolean().optional(),
  atLeast: z.number().optional(),
  moreThan: z.number().optional(),
  atMost: z.number().optional(),
  lessThan: z.number().optional(),
});

const eventCondition: z.ZodType<unknown> = z.lazy(() =>
  z.union([
    z.object({ all: z.array(eventCondition) }),
    z.object({ either: z.array(eventCondition) }),
    z.object({ not: eventCondition }),
    z.object({ event: texts }),
    z.object({ behaviour: z.string() }),
    z.object({ active: z.literal(true) }),
    tested,
  ]),
);

const when = z.union([
  z.object({ from: z.string(), to: z.string() }),
  z.object({ lastDays: z.number() }),
  z.object({ fromDay: z.number(), toDay: z.number().optional() }),
]);

const range = z.object({ from: z.string(), to: z.string() });

const back = z.object({ with: eventCondition.optional(), fromAge: z.number(), toAge: z.number() });

const followed = z.object({
  followed: z.object({
    range,
    grain: z.enum(['DAY', 'WEEK', 'MONTH']),
    start: eventCondition.optional(),
    entry: z.enum(['FIRST_EVER', 'FIRST_IN_RANGE', 'EVERY_PERIOD']).optional(),
    clock: z.enum(['CALENDAR', 'OWN']).optional(),
  }),
  cohorts: range.optional(),
  cameBack: back.optional(),
  stayedAway: back.optional(),
  quiet: z.object({ days: z.number(), onDay: z.number(), are: z.enum(['GONE', 'THERE', 'OPEN']) }).optional(),
});

const step = z.object({
  name: z.string().optional(),
  what: eventCondition,
  optional: z.boolean().optional(),
  forbidden: eventCondition.optional(),
  least: z.string().optional(),
  most: z.string().optional(),
});

const inFunnel = z.object({
  funnel: z.object({
    range,
    steps: z.array(step.extend({ name: z.string() })),
    order: z.enum(['IN_ORDER', 'BACK_TO_BACK', 'ANY_ORDER']).optional(),
    counting: z.enum(['PEOPLE', 'SESSIONS', 'ATTEMPTS']).optional(),
    window: z.string().optional(),
    hold: z.array(z.string()).optional(),
  }),
  reached: z.number().optional(),
  lostAt: z.number().optional(),
  open: z.literal(true).optional(),
});

const personCondition: z.ZodType<unknown> = z.lazy(() =>
  z.union([
    z.object({ all: z.array(personCondition) }),
    z.object({ either: z.array(personCondition) }),
    z.object({ not: personCondition }),
    z.object({ did: eventCondition, then: eventCondition, within: z.string(), when: when.optional() }),
    z.object({
      did: eventCondition,
      atLeast: z.number().optional(),
      atMost: z.number().optional(),
      when: when.optional(),
    }),
    z.object({ firstDid: eventCondition, when }),
    tested.extend({ value: z.enum(['FIRST', 'LATEST']).optional() }),
    z.object({ segment: z.number() }),
    followed,
    inFunnel,
  ]),
);

/** Whether a value fits; one that is nested deeper than can be looked at does not. */
function fits(schema: z.ZodType<unknown>, value: unknown): boolean {
  try {
    return schema.safeParse(value).success;
  } catch {
    return false;
  }
}

export const isEventCondition = (value: unknown): value is EventCondition => fits(eventCondition, value);
export const isPersonCondition = (value: unknown): value is PersonCondition => fits(personCondition, value);
/** A step of a funnel as it stands in an address; its further words are checked by the room. */
export const isFunnelStep = (value: unknown): boolean => fits(step, value);
