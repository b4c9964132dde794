import * as z from 'zod/mini';
import type { EventCondition, PersonCondition } from './conditions';

/** The shapes of conditions, by which whatever stands in an address or was typed as JSON is checked before anything is said of it. */

const texts = z.union([z.string(), z.array(z.string())]);

const tested = z.object({
  property: z.string(),
  is: z.optional(texts),
  contains: z.optional(z.string()),
  matches: z.optional(z.string()),
  set: z.optional(z.boolean()),
  atLeast: z.optional(z.number()),
  moreThan: z.optional(z.number()),
  atMost: z.optional(z.number()),
  lessThan: z.optional(z.number()),
});

const eventCondition: z.ZodMiniType<unknown> = z.lazy(() =>
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
  z.object({ fromDay: z.number(), toDay: z.optional(z.number()) }),
]);

const range = z.object({ from: z.string(), to: z.string() });

const back = z.object({ with: z.optional(eventCondition), fromAge: z.number(), toAge: z.number() });

const followed = z.object({
  followed: z.object({
    range,
    grain: z.enum(['DAY', 'WEEK', 'MONTH']),
    start: z.optional(eventCondition),
    entry: z.optional(z.enum(['FIRST_EVER', 'FIRST_IN_RANGE', 'EVERY_PERIOD'])),
    clock: z.optional(z.enum(['CALENDAR', 'OWN'])),
  }),
  cohorts: z.optional(range),
  cameBack: z.optional(back),
  stayedAway: z.optional(back),
  quiet: z.optional(
    z.object({ days: z.number(), onDay: z.number(), are: z.enum(['GONE', 'THERE', 'OPEN']) }),
  ),
});

const step = z.object({
  name: z.optional(z.string()),
  what: eventCondition,
  optional: z.optional(z.boolean()),
  forbidden: z.optional(eventCondition),
  least: z.optional(z.string()),
  most: z.optional(z.string()),
});

const inFunnel = z.object({
  funnel: z.object({
    range,
    steps: z.array(z.extend(step, { name: z.string() })),
    order: z.optional(z.enum(['IN_ORDER', 'BACK_TO_BACK', 'ANY_ORDER'])),
    counting: z.optional(z.enum(['PEOPLE', 'SESSIONS', 'ATTEMPTS'])),
    window: z.optional(z.string()),
    hold: z.optional(z.array(z.string())),
  }),
  reached: z.optional(z.number()),
  lostAt: z.optional(z.number()),
  open: z.optional(z.literal(true)),
});

const personCondition: z.ZodMiniType<unknown> = z.lazy(() =>
  z.union([
    z.object({ all: z.array(personCondition) }),
    z.object({ either: z.array(personCondition) }),
    z.object({ not: personCondition }),
    z.object({ did: eventCondition, then: eventCondition, within: z.string(), when: z.optional(when) }),
    z.object({
      did: eventCondition,
      atLeast: z.optional(z.number()),
      atMost: z.optional(z.number()),
      when: z.optional(when),
    }),
    z.object({ firstDid: eventCondition, when }),
    z.extend(tested, { value: z.optional(z.enum(['FIRST', 'LATEST'])) }),
    z.object({ segment: z.number() }),
    followed,
    inFunnel,
  ]),
);

/** Whether a value fits; one that is nested deeper than can be looked at does not. */
function fits(schema: z.ZodMiniType<unknown>, value: unknown): boolean {
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
