import { describe, expect, it } from 'vitest';
import { isUnfinished } from './unfinished';

describe('what is not complete yet', () => {
  it.each([
    { property: '', is: ['a'] },
    { property: 'country', is: [] },
    { property: 'country', contains: '' },
    { property: 'stars', atLeast: Number.NaN },
    { event: '' },
    { event: [] },
    {
      all: [
        { property: 'country', is: ['PT'] },
        { property: '', is: [] },
      ],
    },
    { either: [] },
    { did: { all: [{ event: 'purchase' }, { property: '', is: [] }] }, atLeast: 1 },
    [{ property: '', values: null, top: null, people: null }],
    [{ property: null, values: null, top: null, people: [] }],
  ])('%j is not', (condition) => expect(isUnfinished(condition)).toBe(true));

  it.each([
    { all: [] },
    { property: 'country', is: '' },
    { property: 'country', is: ['PT'] },
    { property: 'country', set: false },
    { did: { active: true }, atLeast: 1 },
    { not: { segment: 3 } },
    [],
    [{ property: 'country', values: null, top: null, people: null }],
  ])('%j is', (condition) => expect(isUnfinished(condition)).toBe(false));
});
