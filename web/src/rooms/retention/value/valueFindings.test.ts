import { describe, expect, it } from 'vitest';
import type { MeanView, ValueView } from '../../../api/retention';
import { wordsOf, type Words } from '../question';
import { paidBack, valueFindings } from './valueFindings';

const line = (...values: (number | null)[]): MeanView[] =>
  values.map((value) => ({ people: 100, value, low: null, high: null }));

const VIEW: ValueView = {
  currency: 'EUR',
  cohorts: [
    {
      period: { from: '2026-11-09', to: '2026-11-16' },
      starts: { from: '2026-11-09', to: '2026-11-16' },
      wholePeriod: true,
      size: 100,
      completeColumns: 3,
      begunColumns: 3,
    },
  ],
  sums: [[10, 40, 60]],
  pooled: line(0.1, 0.4, 0.6),
  groups: [],
  lines: [],
  costs: null,
  costOfAll: 0.5,
  withoutRate: 0,
  events: [],
  leftOut: [],
};

const words: Words = { ...wordsOf(() => null), grain: 'WEEK', ages: 2 };
const told = (over: Partial<ValueView>) =>
  valueFindings({ ...VIEW, ...over }, words, undefined, (event) => event)
    .filter(({ key }) => key.startsWith('cost'))
    .map(({ text }) => text);

describe('what new people cost', () => {
  it('is paid back at the first age at which each has brought it', () => {
    expect(paidBack(line(0.1, 0.5, 0.6), 0.5)).toBe(1);
    expect(paidBack(line(0.1, null, 0.6), 0.5)).toBe(2);
    expect(paidBack(line(0.1, 0.4), 0.5)).toBeUndefined();
  });

  it('is told of all together', () => {
    expect(told({})).toEqual([
      expect.stringContaining('All users: acquisition cost EUR 0.50 per user, paid back by week 2.'),
    ]);
    expect(told({ costOfAll: 0.7 })[0]).toContain('not paid back by week 2');
    expect(told({ costOfAll: null })).toEqual([]);
  });

  it('is told of each group whose cost is known, and is no zero where it is not', () => {
    const group = (value: string) => ({ kind: 'VALUE' as const, value, size: 50 });
    const groups = [group('lantern_ads'), group('word_of_mouth')];
    const lines = [line(0.3), line(0.3)];
    const of = { groups, lines, costs: [{ each: 0.2 }, { each: null }], costOfAll: 0.1 };
    expect(told(of).map((text) => String(text).split(':')[0])).toEqual(['lantern_ads', 'All users']);
    expect(told({ ...of, costs: [{ each: null }, { each: null }] })[0]).toContain('payback is not known');
  });
});
