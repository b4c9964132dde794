import { describe, expect, it } from 'vitest';
import {
  conditionOf,
  sayEvents,
  sayPeople,
  sayTest,
  whatOf,
  type EventCondition,
  type Names,
} from './conditions';

const names: Names = { event: (name) => name.replace('_', ' '), segment: (id) => `segment ${id}` };

describe('conditions in words', () => {
  it('say their tests', () => {
    expect(sayTest({ is: ['PT', 'ES'] })).toBe('is PT or ES');
    expect(sayTest({ is: ['a', 'b', 'c', 'd', 'e', 'f'] })).toBe('is a, b, c, d or 2 more');
    expect(sayTest({ atLeast: 3, lessThan: 5 })).toBe('is at least 3 and less than 5');
    expect(sayTest({ set: false })).toBe('is not set');
  });

  it('say events with their tests', () => {
    expect(
      sayEvents(
        {
          all: [
            { event: 'beacon_lit' },
            { property: 'stars', is: '3' },
            { property: 'platform', is: 'android' },
          ],
        },
        names,
      ),
    ).toBe('beacon lit with stars is 3 and platform is android');
    expect(sayEvents({ active: true }, names)).toBe('any activity');
  });

  it('say who is in a cell of retention', () => {
    const followed = { range: { from: '2026-10-07', to: '2026-11-02' }, grain: 'WEEK' as const };
    expect(sayPeople({ followed }, names)).toBe('who joined 7 Oct – 1 Nov 2026');
    expect(
      sayPeople(
        {
          followed: { ...followed, start: { event: 'beacon_lit' } },
          cohorts: { from: '2026-10-05', to: '2026-10-06' },
          stayedAway: { with: { event: 'purchase' }, fromAge: 1, toAge: 3 },
        },
        names,
      ),
    ).toBe(
      'who did beacon lit first 7 Oct \u2013 11 Oct 2026 and did not come back with purchase in weeks 1\u20133',
    );
    const quiet = { days: 14, onDay: 28 };
    expect(sayPeople({ followed, quiet: { ...quiet, are: 'GONE' } }, names)).toBe(
      'who joined 7 Oct \u2013 1 Nov 2026 and churned by day 28 (14 days without activity)',
    );
    expect(sayPeople({ followed, quiet: { ...quiet, are: 'OPEN' } }, names)).toContain(
      'known up to before day 28',
    );
  });

  it('say people', () => {
    expect(sayPeople({ all: [] }, names)).toBe('all users');
    expect(
      sayPeople(
        {
          all: [
            { segment: 4 },
            { did: { event: 'purchase' }, atLeast: 2, when: { lastDays: 14 } },
            {
              either: [
                { property: 'country', is: 'PT' },
                { did: { active: true }, atMost: 0 },
              ],
            },
          ],
        },
        names,
      ),
    ).toBe(
      'in \u201csegment 4\u201d, who did purchase at least 2 times in the last 14 days and (whose country is PT or who did not do any activity)',
    );
    expect(
      sayPeople(
        {
          did: { all: [{ event: 'beacon_lit' }, { property: 'stars', atLeast: 3 }] },
          atLeast: 5,
          when: { fromDay: 0, toDay: 6 },
        },
        names,
      ),
    ).toBe('who did beacon lit with stars at least 3, at least 5 times on days 0 to 6');
    expect(sayPeople({ firstDid: { all: [] }, when: { lastDays: 7 } }, names)).toBe(
      'who joined in the last 7 days',
    );
    expect(sayPeople({ did: { event: 'a' }, then: { event: 'b' }, within: 'PT48H' }, names)).toBe(
      'who did a and then b within 2 days',
    );
  });
});

describe('what an editor shows', () => {
  const shapes: EventCondition[] = [
    { event: 'beacon_lit' },
    { property: 'stars', is: '3' },
    { all: [{ event: 'beacon_lit' }, { property: 'stars', is: '3' }] },
    { all: [{ event: 'a' }, { either: [{ property: 'x', is: '1' }, { not: { property: 'y', is: '2' } }] }] },
  ];

  it('is put together as it was', () => {
    for (const shape of shapes) {
      const what = whatOf(shape);
      expect(what && conditionOf(what)).toEqual(shape);
    }
  });

  it('is not told of other shapes', () => {
    expect(whatOf({ not: { event: 'a' } })).toBeUndefined();
    expect(whatOf({ all: [{ event: 'a' }, { event: 'b' }] })).toBeUndefined();
  });
});
