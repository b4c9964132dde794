import type { RecordedEvent } from '../../api/catalogue';
import { BadAddress } from '../../model/question';
import { describe, expect, it } from 'vitest';
import type { FunnelView, StairsView } from '../../api/funnel';
import { EVERYONE, sayPeople } from '../../words/conditions';
import { afterCsv, csvOf, slicesCsv } from './csv';
import { findingsOf, largestLoss, stepBefore, withoutWords } from './findings';
import { gapFindings, gapsOf } from './gaps';
import {
  aloneOf,
  askOf,
  eventsIn,
  peopleAt,
  stepName,
  stepsParam,
  windowWords,
  wordsOf,
  type Step,
} from './question';
import { againstTarget, targetOf } from './stairs/target';
import { candidatesOf, pathOf } from './editors/readyPaths';
import { commonEvents } from './useOpeningPath';
import { matching } from './editors/pattern';

const names = { event: (name: string) => name.replace('_', ' '), segment: (id: number) => `segment ${id}` };
const param = (values: Record<string, string>) => (name: string) => values[name] ?? null;

const step = (reached: number, first: number, before: number): StairsView['steps'][number] => ({
  reached,
  ofFirst: { value: reached / first, low: reached / first - 0.01, high: reached / first + 0.01 },
  ofPrevious: { value: reached / before, low: 0, high: 1 },
  lost: before - reached,
  versus: null as never,
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
    expect(wordsOf(param({ steps: stepsParam([]) })).steps).toEqual([]);
  });

  it('say what they hold where they cannot be read', () => {
    for (const steps of [
      '[',
      '{}',
      '"app_open"',
      'null',
      '[1, null, "app_open", {"name":"x"}]',
      '[{"what":{"not":null}}]',
    ])
      expect(() => wordsOf(param({ steps }))).toThrow(BadAddress);
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
    const words = wordsOf(param({ steps: stepsParam(STEPS), hold: 'level', order: 'any' }));
    const ask = askOf(asked, words, names);
    expect(ask).toMatchObject({ among: EVERYONE, split: { property: 'country' } });
    expect(ask?.funnel).toMatchObject({ order: 'ANY_ORDER', window: 'P7D', hold: ['level'] });
    expect(ask?.funnel).not.toHaveProperty('counting');
    expect(askOf(asked, { ...words, steps: STEPS.slice(0, 1) }, names)).toBeUndefined();
  });

  it('gives the people of a step, in words too', () => {
    const ask = askOf(asked, wordsOf(param({ steps: stepsParam(STEPS) })), names);
    if (!ask) throw new Error('nothing is asked');
    const lost = peopleAt(ask, { lostAt: 3 });
    expect(lost).toMatchObject({ lostAt: 3, funnel: { steps: [{}, {}, { name: 'lit' }] } });
    expect(sayPeople(lost, names)).toBe(
      'who dropped off before \u201clit\u201d in the funnel from \u201capp open\u201d with 3 steps, entered 1 Oct \u2013 31 Oct 2026',
    );
  });

  it('opens with the events that most users did', () => {
    const event = (name: string, people: number, activity = true) =>
      ({ name, people, activity }) as RecordedEvent;
    const events = [
      event('a', 5),
      event('b', 9),
      event('push', 20, false),
      event('c', 9),
      event('never', 0),
      ...['d', 'e', 'f'].map((name) => event(name, 1)),
    ];
    expect(commonEvents(events, (name) => name === 'c')).toEqual(['b', 'a', 'd', 'e', 'f']);
  });
});

const called = ({ value }: { value: string | null }) => value ?? 'other users';

describe('Findings', () => {
  const words = wordsOf(param({ steps: stepsParam(STEPS) }));
  const all = view(12, [step(200, 200, 200), step(50, 200, 200), step(90, 200, 200)]);

  it('compare a step with the last one that is not optional', () => {
    expect(stepBefore(words, 2)).toBe(0);
    expect(largestLoss(all.all, words)).toBe(2);
    const texts = findingsOf(all, words, ['open', 'trimmed', 'lit'], called).map(({ text }) => text);
    expect(texts[0]).toContain('completed \u201clit\u201d: 90 of 200 users');
    expect(texts[1]).toContain('before \u201clit\u201d. 110 of 200 users with \u201copen\u201d');
    expect(texts[2]).toContain('12 users are still in progress');
    expect(texts[3]).toContain('is no drop-off');
  });

  it('say that there is nobody, or nobody of whom anything is known', () => {
    const nobody = [{ ...step(0, 1, 1), ofFirst: null as never }];
    const text = (open: number) => findingsOf(view(open, nobody), words, ['open'], called)[0]?.text;
    expect(text(0)).toContain('No users did \u201copen\u201d');
    expect(text(3)).toContain('All 3 users are still in progress');
  });

  it('stand in a table that can be taken away', () => {
    const rows = csvOf(all, words, ['open', 'trimmed', 'lit'], undefined);
    expect(rows).toHaveLength(4);
    expect(rows[3]?.slice(0, 5)).toEqual(['all', 3, 'lit', 'users', 90]);
    expect(rows[3]?.slice(9, 12)).toEqual([110, 2, 4]);
  });
});

describe('Groups', () => {
  const words = wordsOf(param({ steps: stepsParam(STEPS) }));
  const versus = (difference: number, whole: number, adjusted: number) => ({
    part: 10,
    whole,
    othersPart: 60,
    othersWhole: 100,
    difference,
    low: difference - 0.1,
    high: difference + 0.1,
    adjusted,
  });
  const group = (value: string, difference: number, whole: number, adjusted: number) => ({
    kind: 'VALUE' as const,
    value,
    stairs: {
      steps: [
        step(whole, whole, whole),
        step(whole, whole, whole),
        { ...step(10, whole, whole), versus: versus(difference, whole, adjusted) },
      ],
      open: 0,
    },
  });
  const texts = (groups: FunnelView['groups']) =>
    findingsOf(
      { ...view(0, [step(200, 200, 200), step(50, 200, 200), step(90, 200, 200)]), groups },
      words,
      ['open', 'trimmed', 'lit'],
      called,
    ).map(({ text }) => text);

  it('are told apart where the corrected test says so, the one that moves most first', () => {
    const told = texts([group('ios', -0.5, 100, 0.001), group('android', 0.6, 50, 0.001)]);
    const most = told.find((text) => String(text).startsWith('Largest difference'));
    expect(most).toContain('ios converts 10.0% from \u201copen\u201d to \u201clit\u201d');
    expect(most).toContain('all others 60.0%: \u221250.0 pp (\u221260.0 to \u221240.0)');
    expect(most).toContain('2 shares differ significantly');
  });

  it('are not told apart by what may be chance', () => {
    expect(texts([group('ios', -0.5, 100, 0.2)])).toContain(
      'No group differs significantly from all others at any step (after correction).',
    );
  });
});

describe('Targets', () => {
  const target: [number, number] = [0.2, 0.3];
  it('are judged as far as an interval tells', () => {
    expect(againstTarget({ low: 0.1, high: 0.19 }, target)).toBe('below');
    expect(againstTarget({ low: 0.31, high: 0.4 }, target)).toBe('above');
    expect(againstTarget({ low: 0.21, high: 0.29 }, target)).toBe('in');
    expect(againstTarget({ low: 0.19, high: 0.21 }, target)).toBe('unsure');
  });

  it('that make no sense in an address are none, and no part of what is asked', () => {
    expect(targetOf({ what: {}, target: [0.5, 0.2] } as never)).toBeUndefined();
    expect(targetOf({ what: {}, target: ['a', 2] } as never)).toBeUndefined();
    const words = wordsOf(param({ steps: JSON.stringify(['app_open', { what: { event: 'x' }, target }]) }));
    expect(targetOf(words.steps[1] ?? { what: { event: '' } })).toEqual(target);
    const asked = { range: { from: '2026-01-01', to: '2026-02-01' }, param: () => null };
    expect(JSON.stringify(askOf(asked as never, words, names))).not.toContain('target');
  });
});

describe('Steps each by itself', () => {
  it('are asked for without what only a sequence knows', () => {
    const steps: Step[] = [{ what: { event: 'a' } }, { what: { event: 'b' }, most: 'PT1H', optional: true }];
    const words = wordsOf(param({ steps: stepsParam(steps) ?? '', order: 'each', count: 'events' }));
    expect(words.independent).toBe(true);
    expect(words.alone).toBe('EVENTS');
    const asked = { range: { from: '2026-01-01', to: '2026-02-01' }, param: () => null };
    const ask = askOf(asked as never, words, names);
    expect(ask && aloneOf(ask, 'EVENTS')).toEqual({
      funnel: {
        range: asked.range,
        steps: [
          { name: 'a', what: { event: 'a' } },
          { name: 'b', what: { event: 'b' }, optional: true },
        ],
      },
      among: EVERYONE,
      unit: 'EVENTS',
    });
  });

  it('say how many did one without the one above', () => {
    const words = wordsOf(param({ steps: stepsParam(STEPS) }));
    const said = withoutWords(
      { done: [100, 50, 40], withoutBefore: [0, 0, 10] },
      words,
      ['open', 'trimmed', 'lit'],
      'users',
    );
    expect(said.map(({ text }) => text)).toEqual([
      '10 of 40 users (25.0%) did \u201clit\u201d without \u201copen\u201d in the range.',
    ]);
  });
});

describe('Users who dropped off', () => {
  const times = { quarter: 1, median: 2, threeQuarters: 3, nineTenths: 4, counts: [] };
  const side = { units: 10, nothing: 6, later: 1, uninstalled: 2, never: 3, stayed: times };
  const versus = {
    part: 4,
    whole: 10,
    othersPart: 9,
    othersWhole: 10,
    difference: -0.5,
    low: -0.8,
    high: -0.1,
    adjusted: 0.01,
  };

  it('can be taken away with what they did, and by what they are', () => {
    const after = afterCsv({
      lost: side,
      wentOn: { ...side, units: 20 },
      done: [{ event: 'lit', lostNext: 3, wentOnNext: 5, lost: 4, wentOn: 9, versus }],
      timeBounds: [],
    });
    expect(after[1]).toEqual(['all', 10, 20]);
    expect(after[3]).toEqual(['nothing more, uninstalled', 2, 2]);
    expect(after[5]).toEqual(['lit', 3, 5, 4, 9, -0.5, -0.8, -0.1, 0.01]);
    const having = [
      { property: 'country', value: 'GB' },
      { property: 'platform', value: 'ios' },
    ];
    const slices = slicesCsv({
      reached: 13,
      before: 20,
      tests: 1,
      tooMany: [],
      slices: [{ having, versus, moved: -5 }],
    });
    expect(slices[1]).toEqual(['country GB and platform ios', 10, 4, 10, 9, -0.5, -0.8, -0.1, 0.01, -5]);
  });
});

describe('Steps that are not sent everywhere', () => {
  it('are said with what is missing where, step by step', () => {
    const gap = { kind: 'LOST' as const, platform: 'android', version: '1.7.1', sent: 0, expected: 120 };
    const recorded = ['ad_shown', 'ad_finished'].map((name, at) => ({ name, gaps: at === 1 ? [gap] : [] }));
    const steps: Step[] = [{ what: { event: 'ad_shown' } }, { what: { event: ['ad_finished', 'other'] } }];
    const gaps = gapsOf(wordsOf(param({ steps: stepsParam(steps) ?? '' })), recorded as never);
    expect(gaps[0]).toEqual([]);
    expect(gaps[1]?.[0]).toContain('ad_finished is not sent by android 1.7.1');
    expect(gapFindings(gaps, ['shown', 'finished']).map(({ text }) => text)[0]).toContain(
      'Step 2, \u201cfinished\u201d: ad_finished is not sent',
    );
  });
});

describe('Patterns on names', () => {
  const events = ['beacon_started', 'beacon_lit', 'level_finished', 'ad_finished', 'unlit'].map((name) => ({
    name,
  }));
  const found = (pattern: string) => matching(events, pattern).map(({ name }) => name);

  it('are a part of a name, or stars between parts', () => {
    expect(found('lit')).toEqual(['beacon_lit', 'unlit']);
    expect(found('beacon_*')).toEqual(['beacon_started', 'beacon_lit']);
    expect(found('*_finished')).toEqual(['level_finished', 'ad_finished']);
    expect(found('*E*a*t*D')).toEqual(['beacon_started']);
    expect(found('lit*lit')).toEqual([]);
    expect(found(' ')).toEqual([]);
  });

  it('and the events that a step speaks of, wherever they stand', () => {
    expect(
      eventsIn([{ all: [{ event: ['a', 'b'] }, { property: 'x' }] }, undefined, { event: 'c' }]),
    ).toEqual(['a', 'b', 'c']);
    expect(windowWords('P21D')).toBe('21 days');
    expect(windowWords('PT36H')).toBe('36 hours');
  });
});

describe('The first-time path', () => {
  const recorded = ['open', 'lit', 'shop'].map((name, at) => ({
    name,
    activity: true,
    people: 100 - at,
  })) as unknown as Parameters<typeof candidatesOf>[1];
  const end = { what: { behaviour: 'first lit' } };

  it('is looked for among common events, without those of its end', () => {
    expect(candidatesOf(end, recorded, (event) => event === 'lit')).toEqual([
      { what: { event: 'open' } },
      { what: { event: 'shop' } },
      end,
    ]);
  });

  it('has the entry, the steps right before its end, and its end', () => {
    const all = ['a', 'b', 'c', 'd', 'e', 'f'].map((event) => ({ what: { event } }));
    const candidates = [...all, end];
    const path = pathOf([0, 1, 2, 3, 4, 6, 5], candidates);
    expect(path).toEqual([all[0], all[2], all[3], all[4], end]);
    expect(pathOf([6, 0, 1, 2, 3, 4, 5], candidates)).toEqual([end]);
  });
});
