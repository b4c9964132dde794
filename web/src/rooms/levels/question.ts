import type { LevelView, PlaceAsk, PlaceMeasure } from '../../api/places';
import { amongOf, amongParam, before, daysParam, peopleParam, type Asked } from '../../model/question';
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
  name: 'share of users who were there',
  measure: 'PEOPLE',
  property: null,
  percent: null,
  unit: 'of the users of the level',
};

const ofProperty = (property: string, unit: string, lessIsWorse: boolean): Shown[] => [
  {
    word: `${property}.mean`,
    name: `average ${property}`,
    measure: 'MEAN',
    property,
    percent: null,
    lessIsWorse,
    unit,
  },
  {
    word: `${property}.bad`,
    name: `${lessIsWorse ? 'lowest' : 'highest'} tenth of ${property}`,
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
    name: 'number of events per user',
    measure: 'EVENTS',
    property: null,
    percent: null,
    unit: 'events per user of the level',
  },
  ...ofProperty('fps', 'frames per second', true),
  ...ofProperty('load_ms', 'ms loading time', false),
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

/**
 * Sides of squares by which a plan has about twenty, ten and five columns: neighbours in the series 1, 2, 5, 10, 20, 50 and so on, so
 * that they are round and never the same.
 */
export function squaresOf(level: LevelView): number[] {
  const middle = level.box.width / USUAL_COLUMNS;
  const power = 10 ** Math.floor(Math.log10(middle));
  const series = [0.2, 0.5, ...STEPS, 10, 20].map((step) => step * power);
  const distance = (size: number) => Math.abs(Math.log(size / middle));
  // Neither end: a neighbour on each side.
  const inner = series.slice(1, -1);
  const near = inner.reduce((best, each) => (distance(each) < distance(best) ? each : best));
  const at = series.indexOf(near);
  return series.slice(at - 1, at + 2);
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
  return `/a/${asked.app}/events?${params.toString()}`;
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
