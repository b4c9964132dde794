import { describe, expect, it } from 'vitest';
import type { Asked } from '../../model/question';
import { askOf, PAGE, whatParam, wordsOf } from './question';

const asked = (address: string, range: Asked['range'] = { from: '2026-06-01', to: '2026-06-02' }) => {
  const params = new URLSearchParams(address);
  return { param: (name: string) => params.get(name), range } as unknown as Asked;
};

describe('the question of raw events', () => {
  it('is of all events, the newest first, without an address', () => {
    expect(wordsOf(asked(''))).toEqual({ what: null, by: null, largestFirst: true, columns: [], from: 0 });
  });

  it('survives the address', () => {
    const what = { all: [{ event: 'purchase' }, { property: 'amount', atLeast: 5 }] };
    const address = new URLSearchParams({
      what: whatParam(what) ?? '',
      by: 'amount',
      order: 'up',
      columns: 'a,b',
      from: '50',
    });
    expect(wordsOf(asked(address.toString()))).toEqual({
      what,
      by: 'amount',
      largestFirst: false,
      columns: ['a', 'b'],
      from: 50,
    });
    expect(whatParam(null)).toBeNull();
  });

  it.each(['-1', '1.5', 'oops', '1e999'])('begins at the first event when the place is %s', (from) => {
    expect(wordsOf(asked(`from=${from}`)).from).toBe(0);
  });

  it('refuses a condition that is none', () => {
    expect(() => wordsOf(asked('what={"event":7}'))).toThrow('a condition on events');
  });

  it('asks for one page, and for nothing before the range is known', () => {
    expect(askOf(wordsOf(asked('')), asked(''))).toMatchObject({ most: PAGE, from: 0 });
    expect(askOf(wordsOf(asked('')), asked('', undefined as never))).toMatchObject({});
  });
});
