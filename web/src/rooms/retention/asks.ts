import type { DayRange } from '../../api/queries';
import type {
  Ages,
  EarlyAsk,
  Following,
  FollowedGroup,
  RetentionAsk,
  Split,
  SurvivalAsk,
  ValueAsk,
} from '../../api/retention';
import type { Asked } from '../../model/question';
import { amongOf } from '../../model/question';
import {
  bound,
  EVERYONE,
  type EventCondition,
  type InCell,
  type PersonCondition,
} from '../../words/conditions';
import { ANY, behaviourIn, spansOf, type Chosen, type Words } from './question';
import { splitOf } from '../../model/split';

/** Of an event or a behaviour; null for any activity, or arrival. */
export function eventsOf(chosen: Chosen): EventCondition | null {
  if (chosen === null) return null;
  const behaviour = behaviourIn(chosen);
  return behaviour === undefined ? { event: chosen } : { behaviour };
}

export function followingOf(words: Words, range: DayRange): Following {
  const start = eventsOf(words.start);
  return {
    range,
    grain: words.grain,
    ...(start ? { start } : {}),
    ...(words.entry === 'FIRST_EVER' ? {} : { entry: words.entry }),
    ...(words.clock === 'OWN' ? { clock: words.clock } : {}),
  };
}

/** Range, people and split of the address. */
type Address = Pick<Asked, 'param' | 'range'>;

const followed = (asked: Address, words: Words, range: DayRange) => ({
  following: followingOf(words, range),
  among: amongOf(asked),
  split: splitOf(asked) ?? null,
});

/** @param around the day before and after which cohorts are compared */
export function backAsk(asked: Address, words: Words, around: string | null): RetentionAsk | undefined {
  const spans = spansOf(words.spans);
  return (
    asked.range && {
      ...followed(asked, words, asked.range),
      counting: words.counting,
      ages: words.ages,
      within: words.counting === 'WITHIN' && typeof spans !== 'string' ? spans : null,
      returns: words.ways.map((way) => ({ name: way ?? ANY, what: eventsOf(way) })),
      tolerance: words.flat / 100,
      around,
    }
  );
}

export function valueAsk(asked: Address, words: Words): ValueAsk | undefined {
  const { kind, of } = words.worth;
  const what = kind === 'TIMES' ? eventsOf(of) : null;
  return (
    asked.range && {
      ...followed(asked, words, asked.range),
      ages: words.ages,
      worth: { kind, ...(what ? { what } : {}), ...(kind === 'SUM' ? { property: of } : {}) },
    }
  );
}

/** Of several starts in a range it would not be clear from which to count. */
const onceEach = (words: Words): Words => ({
  ...words,
  entry: words.entry === 'EVERY_PERIOD' ? 'FIRST_IN_RANGE' : words.entry,
});

export function quietAsk(asked: Address, words: Words): SurvivalAsk | undefined {
  return asked.range && { ...followed(asked, onceEach(words), asked.range), quietDays: words.quietDays };
}

export function earlyAsk(asked: Address, words: Words): EarlyAsk | undefined {
  return (
    asked.range && {
      range: asked.range,
      returning: eventsOf(words.ways[0] ?? null),
      back: words.back,
      among: amongOf(asked),
    }
  );
}

type Quiet = NonNullable<InCell['quiet']>;

/** Some people of a triangle. */
export interface Cell {
  words: Words;
  range: DayRange;
  among: PersonCondition;
  /** Days within which the periods of their cohorts begin; all of the range without. */
  cohorts?: DayRange | undefined;
  /** Of which group they are; of any without. */
  group?: PersonCondition | undefined;
  way?: Chosen | undefined;
  ages?: Ages | undefined;
}

/** @param came whether they came back, or stayed away; undefined for all */
export function peopleOf(cell: Cell, came?: boolean): PersonCondition {
  const events = eventsOf(cell.way ?? null);
  const back = cell.ages && {
    ...(events ? { with: events } : {}),
    fromAge: cell.ages.from,
    toAge: cell.ages.to,
  };
  const inCell: PersonCondition = {
    followed: followingOf(cell.words, cell.range),
    ...(cell.cohorts ? { cohorts: cell.cohorts } : {}),
    ...(came === true && back ? { cameBack: back } : {}),
    ...(came === false && back ? { stayedAway: back } : {}),
  };
  return bound([cell.among, cell.group ?? EVERYONE, inCell]);
}

/** Of those followed until they go quiet, some by a day since their start. */
export function quietPeople(
  { words, range, among, group }: Cell,
  onDay: number,
  are: Quiet['are'],
): PersonCondition {
  const quiet = { days: words.quietDays, onDay, are };
  return bound([among, group ?? EVERYONE, { followed: followingOf(onceEach(words), range), quiet }]);
}

/** Who is in a group that a split made. */
export function groupPeople(split: Split, groups: FollowedGroup[], group: FollowedGroup): PersonCondition {
  if ('people' in split) {
    const named = split.people.find((each) => each.name === group.value);
    return named ? named.who : { not: { either: split.people.map((each) => each.who) } };
  }
  const { property } = split;
  const value = 'FIRST' as const;
  if (group.kind === 'VALUE' && group.value !== null) return { property, value, is: group.value };
  if (group.kind === 'NOT_SET') return { not: { property, value, set: true } };
  const told = groups.flatMap((each) => (each.value === null ? [] : [each.value]));
  return { all: [{ property, value, set: true }, { not: { property, value, is: told } }] };
}
