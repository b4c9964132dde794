import { describe, expect, it } from 'vitest';
import type { CellView, LevelView, PlacesView } from '../../api/places';
import type { Asked } from '../../model/question';
import { EVERYONE } from '../../words/conditions';
import { csvRows } from './csv';
import { findings } from './findings';
import { areaWords, askOf, peopleIn, rowsIn, SHOWN, squaresOf, wordsOf, type Words } from './question';
import { say, sayShort, sayWithin, shadeOf, valueOf } from './values';

const level = (number: number, events: number, width = 100): LevelView =>
  ({
    level: number,
    events,
    hasPlan: false,
    box: { left: 0, top: 0, width, height: width },
  }) as unknown as LevelView;

const asked = (address: string): Asked => {
  const params = new URLSearchParams(address);
  return {
    app: 'sea',
    range: { from: '2026-06-01', to: '2026-06-29' },
    param: (name: string) => params.get(name),
  } as unknown as Asked;
};

const words = (address = '', levels = [level(1, 10), level(2, 30)]): Words => wordsOf(asked(address), levels);

const seen = (people: number | null, value: number | null) => ({
  people,
  events: people,
  value,
  low: value === null ? null : value - 0.02,
  high: value === null ? null : value + 0.02,
});

const cell = (
  x: number,
  one: ReturnType<typeof seen>,
  two?: ReturnType<typeof seen>,
  adjusted = 0.01,
): CellView =>
  ({
    x,
    y: 0,
    seen: two ? [one, two] : [one],
    difference: two
      ? {
          value: (one.value ?? 0) - (two.value ?? 0),
          low: (one.value ?? 0) - (two.value ?? 0) - 0.01,
          high: (one.value ?? 0) - (two.value ?? 0) + 0.01,
          adjusted,
        }
      : null,
  }) as unknown as CellView;

const view = (cells: CellView[], sides = 1): PlacesView =>
  ({
    cells,
    sides: [
      { people: 100, events: 400 },
      { people: 50, events: 100 },
    ].slice(0, sides),
    leftOut: [],
  }) as unknown as PlacesView;

describe('the question of the room', () => {
  it('is of the level with the most events, and of all users, without an address', () => {
    expect(words()).toMatchObject({
      level: { level: 2 },
      what: null,
      among: EVERYONE,
      shown: { measure: 'PEOPLE' },
      square: 10,
      beside: 'none',
      side: 'asked',
    });
  });

  it('is read from the address', () => {
    expect(
      words('level=1&event=storm_met&show=fps.bad&square=20&beside=before&side=other').shown.percent,
    ).toBe(10);
    expect(words('level=1&event=storm_met&beside=before')).toMatchObject({
      level: { level: 1 },
      what: { event: 'storm_met' },
      beside: 'before',
      side: 'difference',
    });
  });

  it('falls back where the address says what there is not', () => {
    expect(words('level=99&show=nothing&square=3.5&beside=maybe&side=other')).toMatchObject({
      level: { level: 2 },
      shown: { word: 'people' },
      square: 10,
      beside: 'none',
      side: 'asked',
    });
  });

  it('asks the days before of the same length, or users against the rest, and nothing without a level', () => {
    const before = askOf(words('beside=before'), asked('beside=before'));
    expect(before).toMatchObject({ compared: { from: '2026-05-04', to: '2026-06-01' }, first: null });
    expect(askOf(words('beside=group'), asked(''))).toMatchObject({
      compared: null,
      first: { property: 'platform', is: 'ios' },
    });
    expect(askOf(words('', []), asked(''))).toBeUndefined();
  });

  it.each([
    [100, [5, 10, 20]],
    [37, [2, 5, 10]],
    [33, [2, 5, 10]],
    [31, [1, 2, 5]],
    [9_900, [500, 1000, 2000]],
    [0.8, [0.05, 0.1, 0.2]],
  ])('has round squares on a plan of width %s', (width, squares) => {
    squaresOf(level(1, 1, width)).forEach((size, at) => expect(size).toBeCloseTo(squares[at] ?? NaN, 10));
  });

  it('leads from an area to its events and its users', () => {
    const area = { left: 10, top: 20, right: 30, bottom: 40 };
    expect(areaWords(area)).toBe('x 10 to 30, y 20 to 40');
    const address = new URLSearchParams(rowsIn(words('event=storm_met'), area, asked('')).split('?')[1]);
    expect(address.get('days')).toBe('2026-06-01..2026-06-28');
    expect(JSON.parse(address.get('what') ?? '')).toEqual({
      all: [
        { event: 'storm_met' },
        { property: 'level', is: '2' },
        { property: 'x', atLeast: 10, lessThan: 30 },
        { property: 'y', atLeast: 20, lessThan: 40 },
      ],
    });
    expect(peopleIn(words(), area, asked(''))).toMatchObject({
      when: { from: '2026-06-01', to: '2026-06-29' },
    });
  });
});

describe('values of squares', () => {
  it('are shares in percent, or in the unit of the property', () => {
    expect(say(words(), 0.4126)).toBe('41.3%');
    expect(say(words(), null)).toBe('–');
    expect(sayShort(words(), 0.031)).toBe('3.1');
    expect(sayShort(words(), 0.413)).toBe('41');
    expect(say(words('show=fps.mean'), 59.74)).toBe('59.7');
  });

  it('say their interval without repeating the unit', () => {
    expect(sayWithin(words(), { value: 0.4, low: 0.38, high: 0.42 })).toBe('40.0% (38.0 to 42.0)');
    expect(sayWithin(words('beside=before'), { value: -0.053, low: -0.06, high: -0.046 }, true)).toBe(
      '−5.3 pp (−6.0 to −4.6)',
    );
  });

  it('are of the side that is shown', () => {
    const two = cell(0, seen(10, 0.5), seen(10, 0.2));
    expect(valueOf(words('beside=before'), two)).toBeCloseTo(0.3);
    expect(valueOf(words('beside=before&side=other'), two)).toBe(0.2);
  });

  it('are red where less is worse and they are low, and hatched where too few users were', () => {
    const cells = [cell(0, seen(10, 20)), cell(1, seen(10, 60)), cell(2, seen(null, null))];
    const looks = cells.map(shadeOf(words('show=fps.mean'), cells));
    expect(looks.map((look) => look.fill)).toEqual(['var(--fall)', 'var(--fall)', 'url(#few)']);
    expect(looks[0]?.opacity).toBeGreaterThan(looks[1]?.opacity ?? 1);
  });
});

describe('findings', () => {
  const texts = (of: PlacesView, question = words()) => findings(of, question).map((each) => each.text);

  it('say that there is nothing', () => {
    const nothing = { ...view([]), sides: [{ people: 0, events: 0 }] } as unknown as PlacesView;
    expect(texts(nothing)).toEqual(['No events with a position on this level on these days.']);
  });

  it('name the ends, and the squares without a value', () => {
    expect(
      texts(view([cell(0, seen(10, 0.1)), cell(10, seen(40, 0.4)), cell(20, seen(null, null))])),
    ).toEqual([
      '100 users on the level, 400 events.',
      'Highest at x 10, y 0: 40.0% (38.0 to 42.0), 40 users.',
      'Lowest at x 0, y 0: 10.0% (8.0 to 12.0), 10 users.',
      '1 square with fewer than five users: no value is shown (hatched).',
    ]);
  });

  it('begin with the worst where less is worse', () => {
    const cells = [cell(0, seen(10, 20)), cell(10, seen(40, 60))];
    expect(texts(view(cells), words('show=fps.mean'))[1]).toMatch(/^Lowest at x 0, y 0/);
  });

  it('name the largest significant difference', () => {
    const cells = [cell(0, seen(10, 0.5), seen(10, 0.2)), cell(10, seen(10, 0.2), seen(10, 0.21), 0.9)];
    expect(texts(view(cells, 2), words('beside=before'))[1]).toBe(
      'Largest difference at x 0, y 0: 50.0% compared with 20.0%, +30.0 pp (+29.0 to +31.0). 1 of 2 squares differs significantly (outlined).',
    );
    expect(texts(view(cells.slice(1), 2), words('beside=before'))[1]).toBe(
      'None of 1 square differs significantly.',
    );
  });
});

describe('rows of the file', () => {
  it('have as many cells as the head, with and without a comparison', () => {
    for (const [of, question] of [
      [view([cell(0, seen(10, 0.5))]), words()],
      [view([cell(0, seen(10, 0.5), seen(null, null))], 2), words('beside=before')],
    ] as const) {
      const [head, row] = csvRows(of, question);
      expect(row).toHaveLength(head?.length ?? 0);
      expect(new Set(head).size).toBe(head?.length);
    }
  });

  it('offer what can be shown under different words', () => {
    expect(new Set(SHOWN.map((each) => each.word)).size).toBe(SHOWN.length);
  });
});
