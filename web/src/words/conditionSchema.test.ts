import { describe, expect, it } from 'vitest';
import { isEventCondition, isFunnelStep, isPersonCondition } from './conditionSchema';

describe('conditions of an address', () => {
  it.each([
    { all: [] },
    { not: { segment: 3 } },
    {
      either: [
        { property: 'platform', is: ['ios', 'android'] },
        { did: { event: 'open' }, atLeast: 3 },
      ],
    },
    { did: { active: true }, when: { lastDays: 7 } },
    { did: { event: 'a' }, then: { behaviour: 'b' }, within: 'PT1H' },
    { firstDid: { all: [] }, when: { from: '2026-01-01', to: '2026-02-01' } },
    {
      followed: { range: { from: '2026-01-01', to: '2026-02-01' }, grain: 'WEEK' },
      cameBack: { fromAge: 1, toAge: 1 },
    },
    {
      funnel: {
        range: { from: '2026-01-01', to: '2026-02-01' },
        steps: [{ name: 'a', what: { event: 'a' } }],
      },
      lostAt: 1,
    },
  ])('are read as they are written: %j', (value) => expect(isPersonCondition(value)).toBe(true));

  it.each([
    { not: null },
    { all: null },
    { all: [null] },
    { all: [{ property: 7 }] },
    { did: null },
    { did: { event: 7 } },
    { segment: '3' },
    { followed: {} },
    { funnel: { steps: null } },
    { when: {} },
    {},
    [],
    null,
    7,
    'text',
  ])('are none if they are malformed: %j', (value) => expect(isPersonCondition(value)).toBe(false));

  it('are none if they are nested without end', () => {
    let deep: unknown = { segment: 1 };
    for (let i = 0; i < 100_000; i++) deep = { not: deep };
    expect(isPersonCondition(deep)).toBe(false);
  });

  it('of events and steps are told from others', () => {
    expect(isEventCondition({ event: ['a', 'b'] })).toBe(true);
    expect(isEventCondition({ segment: 1 })).toBe(false);
    expect(isEventCondition({ not: { property: null } })).toBe(false);
    expect(isFunnelStep({ what: { event: 'a' }, forbidden: { event: 'b' }, target: { share: 0.5 } })).toBe(
      true,
    );
    expect(isFunnelStep({ what: null })).toBe(false);
    expect(isFunnelStep({ what: { event: 'a' }, name: 7 })).toBe(false);
  });
});
