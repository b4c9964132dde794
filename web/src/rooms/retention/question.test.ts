import { describe, expect, it } from 'vitest';
import { bound, type PersonCondition } from '../../words/conditions';
import { backAsk, groupPeople, peopleOf, quietAsk, valueAsk } from './asks';
import { agesOf, columnHead, columnWords, spansOf, USUAL_SPANS, waysParam, wordsOf } from './question';
import { groupName, splitOf, splitParam } from '../../model/split';

const from = (address: string) => {
  const params = new URLSearchParams(address);
  return wordsOf((name) => params.get(name));
};

const RANGE = { from: '2026-10-05', to: '2026-11-02' };
const address = (text: string) => {
  const params = new URLSearchParams(text);
  return { param: (name: string) => params.get(name), range: RANGE };
};

describe('a question in the address', () => {
  it('is that of arrivals by the week where it says nothing', () => {
    expect(backAsk(address(''), from(''), null)).toEqual({
      following: { range: RANGE, grain: 'WEEK' },
      among: { all: [] },
      split: null,
      counting: 'AT',
      ages: 12,
      within: null,
      returns: [{ name: 'any activity', what: null }],
      tolerance: 0.01,
      around: null,
    });
  });

  it('holds the start, the ways of coming back, the clock and the spans', () => {
    const words = from(
      'by=day&start=purchase&entry=each&back=*~beacon_lit~\u201cany play\u201d&clock=own&count=within&spans=1-3,7&way=2',
    );
    expect(backAsk(address(''), words, null)).toMatchObject({
      following: { start: { event: 'purchase' }, entry: 'EVERY_PERIOD', clock: 'OWN' },
      within: [
        { from: 1, to: 3 },
        { from: 7, to: 7 },
      ],
      returns: [
        { name: 'any activity', what: null },
        { name: 'beacon_lit', what: { event: 'beacon_lit' } },
        { name: '\u201cany play\u201d', what: { behaviour: 'any play' } },
      ],
    });
    expect(words.shown).toBe(2);
    expect(waysParam(words.ways)).toBe('*~beacon_lit~\u201cany play\u201d');
  });

  it('ignores what makes no sense: an entry of arrivals, a way that is not there, too many ages', () => {
    expect(from('entry=each&way=4&ages=99')).toMatchObject({ entry: 'FIRST_EVER', shown: 0, ages: 12 });
    expect(from('back=').ways).toEqual([null]);
    expect(waysParam([null])).toBeNull();
  });
});

describe('what is asked of those followed', () => {
  it('is what each brought, of an event or a property where it needs one', () => {
    const worth = (text: string) => valueAsk(address(''), from(`of=value&worth=${text}`))?.worth;
    expect(worth('')).toEqual({ kind: 'NET' });
    expect(worth('AD')).toEqual({ kind: 'AD' });
    expect(worth('TIMES:beacon_lit')).toEqual({ kind: 'TIMES', what: { event: 'beacon_lit' } });
    expect(worth('SUM:stars')).toEqual({ kind: 'SUM', property: 'stars' });
    expect(worth('TIMES')).toEqual({ kind: 'NET' });
    expect(worth('AD:x')).toEqual({ kind: 'NET' });
  });

  it('is counted from one start where it is how long they stayed', () => {
    const words = from('of=quiet&start=purchase&entry=each&quiet=28');
    expect(quietAsk(address(''), words)).toMatchObject({
      following: { entry: 'FIRST_IN_RANGE' },
      quietDays: 28,
    });
    expect(from('quiet=0').quietDays).toBe(14);
  });

  it('has ages chosen for bars and days of the return', () => {
    expect(from('at=9, 2,2').chosen).toEqual([2, 9]);
    expect(agesOf('1, x')).toContain('is not an age');
    expect(from('return=3-5').back).toEqual({ from: 3, to: 5 });
    expect(from('return=0-5').back).toEqual({ from: 7, to: 13 });
    expect(from('order=3').order).toBe(3);
    expect(from('order=size').order).toBe('size');
  });
});

describe('a split', () => {
  it('stands in the address by the property alone, or whole', () => {
    const segments = { people: [{ name: 'payers', who: { segment: 3 } }] };
    for (const split of [{ property: 'country' }, { property: 'country', top: 3 }, segments]) {
      const text = splitParam(split) ?? '';
      expect(splitOf(address(new URLSearchParams({ split: text }).toString()))).toEqual(split);
    }
    expect(splitParam({ property: 'country' })).toBe('country');
    expect(splitOf(address('split={'))).toBeUndefined();
  });

  it('has groups that are people', () => {
    const split = { property: 'country' };
    const groups = [
      { kind: 'VALUE' as const, value: 'PT', size: 3 },
      { kind: 'OTHER' as const, value: null, size: 2 },
      { kind: 'NOT_SET' as const, value: null, size: 1 },
    ];
    const who = groups.map((group) => groupPeople(split, groups, group));
    expect(who[0]).toEqual({ property: 'country', value: 'FIRST', is: 'PT' });
    expect(who[1]).toEqual({
      all: [
        { property: 'country', value: 'FIRST', set: true },
        { not: { property: 'country', value: 'FIRST', is: ['PT'] } },
      ],
    });
    expect(who[2]).toEqual({ not: { property: 'country', value: 'FIRST', set: true } });
    expect(groups.map((group) => groupName(split, group))).toEqual(['PT', 'other values', 'not set']);
  });
});

describe('the people of a cell', () => {
  it('are those asked among who started then and came back, or did not', () => {
    const cell = {
      words: from('back=beacon_lit&clock=own'),
      range: RANGE,
      among: { segment: 3 },
      cohorts: { from: '2026-10-12', to: '2026-10-13' },
      way: 'beacon_lit',
      ages: { from: 2, to: 2 },
    };
    const followed = { range: RANGE, grain: 'WEEK', clock: 'OWN' };
    const back = { with: { event: 'beacon_lit' }, fromAge: 2, toAge: 2 };
    expect(peopleOf(cell, true)).toEqual({
      all: [{ segment: 3 }, { followed, cohorts: cell.cohorts, cameBack: back }],
    });
    expect(peopleOf(cell, false)).toMatchObject({ all: [{ segment: 3 }, { stayedAway: back }] });
    expect(peopleOf({ ...cell, among: { all: [] } })).toEqual({ followed, cohorts: cell.cohorts });
  });

  it('are bound to one list of conditions', () => {
    const some: PersonCondition = { all: [{ segment: 1 }, { segment: 2 }] };
    expect(bound([some, { all: [] }, { segment: 3 }])).toEqual({
      all: [{ segment: 1 }, { segment: 2 }, { segment: 3 }],
    });
  });
});

describe('spans of ages', () => {
  it('are read as they are written', () => {
    expect(spansOf('0, 1 - 3,4\u20137')).toEqual([
      { from: 0, to: 0 },
      { from: 1, to: 3 },
      { from: 4, to: 7 },
    ]);
    Object.values(USUAL_SPANS).forEach((usual) => expect(spansOf(usual)).toBeInstanceOf(Array));
  });

  it.each([
    ['1-3, x', 'is not an age'],
    ['', 'is not an age'],
    ['5-2', 'the smaller first'],
    ['3-61', '0 to 60'],
    ['4-7, 1-3', 'does not come after'],
  ])('%s is refused with a sentence', (text, sentence) => {
    expect(spansOf(text)).toContain(sentence);
  });
});

describe('columns', () => {
  it('are headed and said by how they are counted', () => {
    expect(columnHead({ from: 4, to: 12 }, 'OR_LATER')).toBe('4+');
    expect(columnHead({ from: 1, to: 3 }, 'WITHIN')).toBe('1\u20133');
    expect(columnWords({ from: 4, to: 4 }, { counting: 'AT', grain: 'DAY' })).toBe('on day 4');
    expect(columnWords({ from: 4, to: 12 }, { counting: 'OR_LATER', grain: 'WEEK' })).toBe(
      'in week 4 or later',
    );
    expect(columnWords({ from: 1, to: 3 }, { counting: 'WITHIN', grain: 'MONTH' })).toBe('in months 1–3');
  });
});
