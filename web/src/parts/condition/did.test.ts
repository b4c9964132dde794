import { describe, expect, it } from 'vitest';
import { kindOf, startOf, VERBS, verbOf, whatOf, WINDOWS, withVerb, type Behaved } from './did';

const did = { event: 'purchase' };

describe('a condition on what users did', () => {
  it.each<[Behaved, string]>([
    [{ did, atLeast: 1 }, 'did'],
    [{ did, atMost: 3 }, 'did'],
    [{ did, atMost: 0 }, 'not'],
    [{ firstDid: did, when: { lastDays: 28 } }, 'first'],
    [{ did, then: { active: true }, within: 'PT24H' }, 'then'],
  ])('%j begins with "%s"', (part, verb) => {
    expect(verbOf(part)).toBe(verb);
    expect(whatOf(part)).toEqual(did);
  });

  it('begins as chosen, keeps its event and its time, and drops what does not fit', () => {
    const before: Behaved = { did, atLeast: 5, when: { lastDays: 7 } };
    for (const { value } of VERBS) {
      const after = withVerb(before, value);
      expect(verbOf(after)).toBe(value);
      expect(whatOf(after)).toEqual(did);
      expect(after.when).toEqual({ lastDays: 7 });
    }
    expect(withVerb(before, 'not')).toEqual({ did, atMost: 0, when: { lastDays: 7 } });
    expect(withVerb({ did }, 'first').when).toEqual({ lastDays: 28 });
  });
});

describe('a time window', () => {
  it('starts as what was chosen, with the dates of the question', () => {
    const range = { from: '2026-06-01', to: '2026-06-29' };
    for (const { value } of WINDOWS) expect(kindOf(startOf(value, range))).toBe(value);
    expect(startOf('days', range)).toEqual(range);
    expect(kindOf(startOf('days', undefined))).toBe('last');
  });
});
