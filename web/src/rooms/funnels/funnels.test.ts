import { describe, expect, it } from 'vitest';
import type { FunnelView, StairsView } from '../../api/funnel';
import { EVERYONE, sayPeople } from '../../words/conditions';
import { csvOf } from './csv';
import { findingsOf, largestLoss, stepBefore } from './findings';
import { askOf, pathsOf, peopleAt, stepName, stepsParam, wordsOf, type Step } from './question';

const names = { event: (name: string) => name.replace('_', ' '), segment: (id: number) => `segment ${id}` };
const param = (values: Record<string, string>) => (name: string) => values[name] ?? null;

const step = (reached: number, first: number, before: number): StairsView['steps'][number] => ({
  reached,
  ofFirst: { value: reached / first, low: reached / first - 0.01, high: reached / first + 0.01 },
  ofPrevious: { value: reached / before, low: 0, high: 1 },
  lost: before - reached,
});

const view = (open: number, steps: StairsView['steps']): FunnelView => ({
  all: { steps, open },
  times: steps.map(() => ({
    quarter: 1000,
    median: 2000,
    threeQuarters: 3000,
    nineTenths: 4000,
    counts: [],
  })),
  groups: [],
  periods: [],
  timeBounds: [],
  leftOut: [],
});

const STEPS: Step[] = [
  { what: { event: 'app_open' } },
  { what: { event: 'lamp_trimmed' }, optional: true },
  { what: { event: 'beacon_lit' }, name: 'lit' },
];

describe('Steps in the address', () => {
  it('are names where a name says it all, and come back as they were', () => {
    const text = stepsParam(STEPS);
    expect(text).toBe(
      '["app_open",{"what":{"event":"lamp_trimmed"},"optional":true},{"what":{"event":"beacon_lit"},"name":"lit"}]',
    );
    expect(wordsOf(param({ steps: text ?? '' })).steps).toEqual(STEPS);
    expect(stepsParam([])).toBeNull();
  });

  it('are none where they cannot be read', () => {
    for (const steps of ['[', '{}', '"app_open"', 'null'])
      expect(wordsOf(param({ steps })).steps).toEqual([]);
    expect(wordsOf(param({ steps: '[1, null, "app_open", {"name":"x"}]' })).steps).toHaveLength(1);
    expect(wordsOf(param({ within: 'a week', order: 'sideways' }))).toMatchObject({
      window: 'P7D',
      order: 'IN_ORDER',
    });
  });

  it('are called by what does them unless they have a name', () => {
    expect(STEPS.map((each) => stepName(each, names))).toEqual(['app open', 'lamp trimmed', 'lit']);
  });
});

describe('The question', () => {
  const asked = {
    param: param({ hold: 'level', order: 'any', split: 'country' }),
    range: { from: '2026-10-01', to: '2026-11-01' },
  } as never;

  it('says only what is not usual', () => {
    const words = wordsOf(param({ steps: stepsParam(STEPS) ?? '', hold: 'level', order: 'any' }));
    const ask = askOf(asked, words, names);
    expect(ask).toMatchObject({ among: EVERYONE, split: { property: 'country' } });
    expect(ask?.funnel).toMatchObject({ order: 'ANY_ORDER', window: 'P7D', hold: ['level'] });
    expect(ask?.funnel).not.toHaveProperty('counting');
    expect(askOf(asked, { ...words, steps: STEPS.slice(0, 1) }, names)).toBeUndefined();
  });

  it('gives the people of a step, in words too', () => {
    const ask = askOf(asked, wordsOf(param({ steps: stepsParam(STEPS) ?? '' })), names);
    if (!ask) throw new Error('nothing is asked');
    const lost = peopleAt(ask, { lostAt: 3 });
    expect(lost).toMatchObject({ lostAt: 3, funnel: { steps: [{}, {}, { name: 'lit' }] } });
    expect(sayPeople(lost, names)).toBe(
      'who were lost before \u201clit\u201d on the way from \u201capp open\u201d through 3 steps, entering 1 Oct \u2013 31 Oct 2026',
    );
  });

  it('offers paths whose events there are', () => {
    expect(
      pathsOf(['app_open', 'shop_opened', 'pay_sheet_opened', 'purchase']).map(({ name }) => name),
    ).toEqual(['the purchase path']);
    expect(pathsOf(['app_open'])).toEqual([]);
  });
});

describe('Findings', () => {
  const words = wordsOf(param({ steps: stepsParam(STEPS) ?? '' }));
  const all = view(12, [step(200, 200, 200), step(50, 200, 200), step(90, 200, 200)]);

  it('compare a step with the last one that is not optional', () => {
    expect(stepBefore(words, 2)).toBe(0);
    expect(largestLoss(all.all, words)).toBe(2);
    const texts = findingsOf(all, words, ['open', 'trimmed', 'lit']).map(({ text }) => text);
    expect(texts[0]).toContain('got to \u201clit\u201d: 90 of 200 people');
    expect(texts[1]).toContain('before \u201clit\u201d: 110 of 200 that did \u201copen\u201d');
    expect(texts[2]).toContain('12 people are still open');
    expect(texts[3]).toContain('not lost there');
  });

  it('say that there is nobody, or nobody of whom anything is known', () => {
    const nobody = [{ ...step(0, 1, 1), ofFirst: null as never }];
    const text = (open: number) => findingsOf(view(open, nobody), words, ['open'])[0]?.text;
    expect(text(0)).toContain('Nobody did \u201copen\u201d');
    expect(text(3)).toContain('All 3 people that entered are still open');
  });

  it('stand in a table that can be taken away', () => {
    const rows = csvOf(all, words, ['open', 'trimmed', 'lit'], undefined);
    expect(rows).toHaveLength(4);
    expect(rows[3]?.slice(0, 5)).toEqual(['all', 3, 'lit', 'people', 90]);
    expect(rows[3]?.slice(9)).toEqual([110, 2, 4]);
  });
});
