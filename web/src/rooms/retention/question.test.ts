import { describe, expect, it } from 'vitest';
import { askOf, columnHead, columnWords, spansOf, USUAL_SPANS, waysParam, wordsOf } from './question';

const from = (address: string) => {
  const params = new URLSearchParams(address);
  return wordsOf((name) => params.get(name));
};

describe('a question in the address', () => {
  it('is that of arrivals by the week where it says nothing', () => {
    expect(askOf(from(''))).toEqual({
      grain: 'WEEK',
      start: null,
      entry: 'FIRST_EVER',
      clock: 'CALENDAR',
      counting: 'AT',
      ages: 12,
      within: null,
      returns: [{ name: 'any activity', what: null }],
    });
  });

  it('holds the start, the ways of coming back, the clock and the spans', () => {
    const words = from(
      'by=day&start=purchase&entry=each&back=*~beacon_lit~\u201cany play\u201d&clock=own&count=within&spans=1-3,7&way=2',
    );
    expect(askOf(words)).toMatchObject({
      start: { event: 'purchase' },
      entry: 'EVERY_PERIOD',
      clock: 'OWN',
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
    ['1-3, x', 'no age'],
    ['', 'no age'],
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
    expect(columnWords({ from: 4, to: 4 }, { counting: 'AT', grain: 'DAY' })).toBe('at day 4');
    expect(columnWords({ from: 4, to: 12 }, { counting: 'OR_LATER', grain: 'WEEK' })).toBe(
      'at week 4 or later',
    );
    expect(columnWords({ from: 1, to: 3 }, { counting: 'WITHIN', grain: 'MONTH' })).toBe(
      'within months 1\u20133',
    );
  });
});
