import type { LevelView, PlaceAsk, PlaceMeasure } from '../../api/places';
import { amongOf, amongParam, before, daysParam, peopleParam, type Asked } from '../../frame/question';
import { isEveryone, type EventCondition, type PersonCondition } from '../../words/conditions';

/** What a square can tell: by the word it has in the address. */
export interface Shown {
  word: string;
  name: string;
  measure: PlaceMeasure;
  property: string | null;
  percent: number | null;
  /** Whether less of it is worse; undefined where neither is. */
  lessIsWorse?: boolean;
  unit: string;
}

const share: Shown = {
  word: 'people',
  name: 'the share of people who were there',
  measure: 'PEOPLE',
  property: null,
  percent: null,
  unit: 'of the people of the level',
};

const ofProperty = (property: string, unit: string, lessIsWorse: boolean): Shown[] => [
  {
    word: `${property}.mean`,
    name: `the mean of ${property}`,
    measure: 'MEAN',
    property,
    percent: null,
    lessIsWorse,
    unit,
  },
  {
    word: `${property}.bad`,
    name: `the ${lessIsWorse ? 'lowest' : 'highest'} tenth of ${property}`,
    measure: 'PERCENTILE',
    property,
    percent: lessIsWorse ? 10 : 90,
    lessIsWorse,
    unit,
  },
];

export const SHOWN: Shown[] = [
  share,
  {
    word: 'events',
    name: 'how often it happened',
    measure: 'EVENTS',
    property: null,
    percent: null,
    unit: 'times for each person of the level',
  },
  ...ofProperty('fps', 'frames a second', true),
  ...ofProperty('load_ms', 'milliseconds of loading', false),
  ...ofProperty('memory_mb', 'MB of memory', false),
];

export type Side = 'asked' | 'other' | 'difference';

/** The question of the room as it stands in the address. */
export interface Words {
  level: LevelView | undefined;
  what: EventCondition | null;
  among: PersonCondition;
  shown: Shown;
  square: number;
  /** Days before, people against the rest, or nothing. */
  beside: 'none' | 'before' | 'group';
  group: PersonCondition;
  side: Side;
}

const STEPS = [1, 2, 5];
const USUAL_COLUMNS = 10;

/** Sides of squares by which a plan has about twenty, ten and five columns, in round numbers. */
export function squaresOf(level: LevelView): number[] {
  return [2 * USUAL_COLUMNS, USUAL_COLUMNS, USUAL_COLUMNS / 2].map((columns) =>
    round(level.box.width / columns),
  );
}

function round(size: number): number {
  const power = 10 ** Math.floor(Math.log10(size));
  const near = [...STEPS, 10].map((step) => step * power);
  return near.reduce((best, each) => (Math.abs(each - size) < Math.abs(best - size) ? each : best));
}

const EVERY_OTHER: PersonCondition = { property: 'platform', is: 'ios' };

export function wordsOf(asked: Asked, levels: LevelView[]): Words {
  const level =
    levels.find((each) => String(each.level) === asked.param('level')) ??
    levels.reduce<LevelView | undefined>(
      (most, each) => (most && most.events >= each.events ? most : each),
      undefined,
    );
  const squares = level ? squaresOf(level) : [1];
  const event = asked.param('event');
  const beside = asked.param('beside');
  const isCompared = beside === 'before' || beside === 'group';
  const side = asked.param('side');
  return {
    level,
    what: event ? { event } : null,
    among: amongOf(asked),
    shown: SHOWN.find((each) => each.word === asked.param('show')) ?? share,
    square: squares.find((each) => String(each) === asked.param('square')) ?? squares[1] ?? 1,
    beside: isCompared ? beside : 'none',
    group: peopleParam(asked.param('group')) ?? EVERY_OTHER,
    side: isCompared && (side === 'asked' || side === 'other') ? side : isCompared ? 'difference' : 'asked',
  };
}

/** What is asked of the server; nothing while there is no level or range. */
export function askOf(words: Words, asked: Asked): PlaceAsk | undefined {
  if (!words.level || !asked.range) return undefined;
  return {
    level: words.level.level,
    range: asked.range,
    what: words.what,
    among: words.among,
    compared: words.beside === 'before' ? before(asked.range) : null,
    first: words.beside === 'group' ? words.group : null,
    square: words.square,
    measure: words.shown.measure,
    property: words.shown.property,
    percent: words.shown.percent,
  };
}

/** Some squares next to each other: edges in units of the plan. */
export interface Area {
  left: number;
  top: number;
  right: number;
  bottom: number;
}

/** What happened in an area. */
const eventsIn = ({ level, what }: Words, area: Area): EventCondition => ({
  all: [
    ...(what ? [what] : []),
    { property: 'level', is: String(level?.level ?? 0) },
    { property: 'x', atLeast: area.left, lessThan: area.right },
    { property: 'y', atLeast: area.top, lessThan: area.bottom },
  ],
});

/** Where these events stand one by one. */
export function rowsIn(words: Words, area: Area, asked: Asked): string {
  const params = new URLSearchParams({ what: JSON.stringify(eventsIn(words, area)) });
  const among = amongParam(words.among);
  if (among) params.set('among', among);
  if (asked.range) params.set('days', daysParam(asked.range));
  return `/a/${asked.app}/extracts?${params.toString()}`;
}

/** Whoever did it in an area, on the days asked about. */
export function peopleIn(words: Words, area: Area, asked: Asked): PersonCondition {
  const range = asked.range ?? { from: '', to: '' };
  const did = eventsIn(words, area);
  const { among } = words;
  const there: PersonCondition = { did, when: { from: range.from, to: range.to } };
  return isEveryone(among) ? there : { all: [among, there] };
}

export const areaWords = ({ left, top, right, bottom }: Area) =>
  `x ${left} to ${right}, y ${top} to ${bottom}`;
