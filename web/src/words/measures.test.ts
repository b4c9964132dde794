import { describe, expect, it } from 'vitest';
import type { OneMeasure } from '../api/measures';
import { sayMeasure } from './measures';

const names = { event: (name: string) => name, segment: String };
const say = (measure: Partial<OneMeasure>) =>
  sayMeasure({ name: 'a', kind: 'PEOPLE', property: null, percent: null, what: null, ...measure }, names);

describe('measures in words', () => {
  it('say what goes without saying no twice', () => {
    expect(say({ what: { active: true } })).toBe('active users');
    expect(say({ kind: 'SESSIONS' })).toBe('sessions');
    expect(say({ kind: 'MEAN', property: 'session_length', what: { active: true } })).toBe(
      'average session length',
    );
    expect(say({ kind: 'SUM', property: 'revenue', what: { property: 'revenue', set: true } })).toBe(
      'sum of revenue',
    );
  });

  it('say which events', () => {
    expect(say({ what: { event: 'purchase' } })).toBe('users who did purchase');
    expect(say({ kind: 'SUM', property: 'amount', what: { property: 'revenue_type', is: 'ad' } })).toBe(
      'sum of amount where revenue_type is ad',
    );
  });

  it('count percentiles in English', () => {
    const percentile = (percent: number) =>
      say({ kind: 'PERCENTILE', property: 'fps', percent, what: { event: 'frames' } });
    expect(percentile(50)).toBe('median fps of frames');
    expect(percentile(1)).toBe('1st percentile of fps of frames');
    expect(percentile(12)).toBe('12th percentile of fps of frames');
    expect(percentile(93)).toBe('93rd percentile of fps of frames');
  });
});
