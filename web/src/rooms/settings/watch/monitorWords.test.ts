import { describe, expect, it } from 'vitest';
import type { StandView, WatchedView } from '../../../api/watched';
import type { Names } from '../../../words/conditions';
import { notifyWords, standWords, whatWords } from './monitorWords';

const names: Names = {
  event: (name: string) => name,
  segment: (id: number) => `segment ${id}`,
} as unknown as Names;

const monitor = (question: object, isWorseAbove = false) =>
  ({
    question: { measures: null, formulas: null, watched: null, only: null, among: null, ...question },
    isWorseAbove,
  }) as unknown as WatchedView;

const purchases = { name: 'a', kind: 'EVENTS', what: { event: 'purchase' }, property: null, percent: null };

const stand = (value: number | null, low: number | null, high: number | null, figure = 'PURCHASES') =>
  ({ value, low, high, unit: 'COUNT', figure }) as unknown as StandView;

describe('a monitor in words', () => {
  it('says what it watches', () => {
    expect(whatWords(monitor({}), names)).toBe('all headline metrics');
    expect(whatWords(monitor({ measures: [purchases] }), names)).toContain('purchase');
    const ratio = { measures: [purchases], formulas: [{ name: 'x', text: 'a / 2' }], watched: 'x' };
    expect(whatWords(monitor(ratio), names)).toMatch(/^a \/ 2, where a: /);
    expect(whatWords(monitor({ among: { property: 'country', is: 'GB' } }), names)).toMatch(/ of users .*GB/);
  });

  it('says when it notifies', () => {
    expect(notifyWords(monitor({}))).toBe('when one gets worse');
    expect(notifyWords(monitor({ measures: [purchases] }))).toBe('when it drops');
    expect(notifyWords(monitor({ measures: [purchases] }, true))).toBe('when it rises');
  });
});

describe('how a monitor stands', () => {
  it('is learning before it was computed', () => expect(standWords([], 'EUR')).toEqual(['learning']));

  it('is its value with the expected range, or why there is none', () => {
    expect(standWords([stand(12, 10, 20)], 'EUR')).toEqual(['12, expected 10 to 20']);
    expect(standWords([stand(12, null, null)], 'EUR')[0]).toMatch(
      /^12; no expected range: fewer than three weeks/,
    );
  });

  it('names the headline metrics outside their range', () => {
    const within = stand(15, 10, 20);
    expect(standWords([within, within, stand(1, null, null)], 'EUR')).toEqual([
      '2 of 3 metrics have an expected range, all within',
    ]);
    expect(standWords([within, stand(9, 10, 20)], 'EUR')).toEqual([
      '2 of 2 metrics have an expected range',
      'Purchases: 9, expected 10 to 20',
    ]);
  });
});
