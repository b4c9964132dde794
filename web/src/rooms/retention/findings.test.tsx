import { renderToStaticMarkup } from 'react-dom/server';
import { describe, expect, it } from 'vitest';
import type { CohortView, MixView, PooledView, RetentionView, TriangleView } from '../../api/retention';
import { csvRows } from './csv';
import { findings } from './findings';
import { wordsOf, type Words } from './question';

const pooled = (returned: number, size: number): PooledView => ({
  cohorts: 2,
  returned,
  size,
  share: returned / size,
  low: returned / size - 0.01,
  high: returned / size + 0.01,
});

const open: PooledView = { cohorts: 0, returned: 0, size: 0, share: null, low: null, high: null };

const cohort = (over: Partial<CohortView>): CohortView => ({
  period: { from: '2026-11-09', to: '2026-11-16' },
  starts: { from: '2026-11-09', to: '2026-11-16' },
  wholePeriod: true,
  size: 200,
  completeColumns: 2,
  begunColumns: 3,
  ...over,
});

const ALIKE = { compared: 0, columns: [[]], surest: [] };
const ANYTHING: TriangleView = {
  name: 'any activity',
  returned: [[200, 80, 0, 0, 0]],
  pooled: [pooled(200, 200), pooled(80, 200), open, open, open],
  apart: ALIKE,
  lines: [],
  groupsApart: { compared: 0, columns: [], surest: [] },
  mixes: [],
  flattening: null,
  projection: null,
  around: null,
};
const FOUND = {
  compared: 4,
  columns: [[1]],
  surest: [{ row: 0, column: 1, share: 0.15, others: 0.25, difference: -0.1, low: -0.16, high: -0.04 }],
};
const LIT: TriangleView = {
  ...ANYTHING,
  name: 'beacon_lit',
  returned: [[150, 30, 0, 0, 0]],
  pooled: [pooled(150, 200), pooled(30, 200), open, open, open],
  apart: FOUND,
};

const view = (over: Partial<RetentionView>): RetentionView => ({
  columns: [0, 1, 2, 3, 4].map((age) => ({ from: age, to: age })),
  cohorts: [cohort({})],
  triangles: [ANYTHING],
  groups: [],
  events: [],
  leftOut: [],
  ...over,
});

const asked = (over: Partial<Words> = {}): Words => ({ ...wordsOf(() => null), ...over });

const said = (of: RetentionView, words = asked(), mixes?: MixView[]) =>
  findings(of, words, {
    shownAs: (way) => way ?? 'any activity',
    split: { property: 'country' },
    around: words.around,
    mixes: mixes && { property: 'country', of: mixes },
  })
    .map((finding) => renderToStaticMarkup(<>{finding.text}</>).replace(/<[^>]*>/g, ''))
    .join('\n');

describe('findings', () => {
  it('give the pooled share with interval and counts at the usual ages', () => {
    expect(said(view({}))).toContain('40.0% (39.0–41.0) came back in week 1: 80 of 200 users in 2 cohorts.');
  });

  it('say that an age is not complete instead of a share', () => {
    expect(said(view({}))).toContain('No cohort is complete in week 4 yet');
    expect(said(view({}))).toContain('3 hatched cells are not complete');
  });

  it('say when nobody started, and nothing else', () => {
    const none = view({ cohorts: [cohort({ size: 0 })] });
    expect(said(none)).toBe('No users joined in this range.');
    expect(said(none, asked({ start: 'lamp_trimmed' }))).toBe('No users did lamp_trimmed in this range.');
  });

  it('name the event that counts as coming back and the cohorts that the range cuts', () => {
    const clipped = cohort({ wholePeriod: false, starts: { from: '2026-11-11', to: '2026-11-16' } });
    const all = said(view({ cohorts: [clipped] }), asked({ ways: ['beacon_lit'] }));
    expect(all).toContain('Coming back means beacon_lit here');
    expect(all).toContain('11 Nov – 15 Nov 2026 out of a full week');
  });

  it('give the other ways of coming back at the last age that is complete', () => {
    const all = said(view({ triangles: [ANYTHING, LIT] }), asked({ ways: [null, 'beacon_lit'] }));
    expect(all).toContain('With beacon_lit: 15.0% (14.0–16.0) in week 1.');
  });

  it('name the cells that lie apart after correction, or say that none does', () => {
    expect(said(view({ triangles: [LIT] }))).toContain(
      '1 of 4 cells differs significantly from the other cohorts at the same age (underlined).',
    );
    expect(said(view({ triangles: [LIT] }))).toContain(
      '9–15 Nov in week 1: 15.0%, others 25.0%: \u221210.0 pp (\u221216.0 to \u22124.0).',
    );
    expect(said(view({ triangles: [{ ...LIT, apart: { ...ALIKE, compared: 4 } }] }))).toContain(
      'None of 4 cells differs significantly',
    );
    expect(said(view({}))).not.toContain('corrected together');
  });

  it('name groups that lie apart, and say where a curve flattens', () => {
    const flat = {
      kind: 'FLAT' as const,
      tolerance: 0.01,
      from: 3,
      lastAge: 4,
      loss: 0.002,
      low: -0.001,
      high: 0.005,
    };
    const split = view({
      groups: [{ kind: 'VALUE', value: 'PT', size: 200 }],
      triangles: [{ ...ANYTHING, lines: [LIT.pooled], groupsApart: FOUND, flattening: flat }],
    });
    expect(said(split)).toContain('PT in week 1: 15.0%, others 25.0%');
    expect(said(split)).toContain(
      'The curve is flat from week 3: each later step loses less than 1 pp per week',
    );
    const falling = { ...ANYTHING, flattening: { ...flat, kind: 'FALLING' as const } };
    expect(said(view({ triangles: [falling] }))).toContain(
      'Still decreasing: from week 3 to 4, \u22120.2 pp (\u22120.5 to +0.1)',
    );
  });

  it('tell cohorts of other people from people who came back otherwise', () => {
    const mix = {
      row: 0,
      column: 1,
      mix: -0.08,
      within: -0.02,
      kind: 'VALUE' as const,
      value: 'PT',
      size: 0.5,
      others: 0.1,
    };
    expect(said(view({}), asked(), [mix])).toContain(
      '9–15 Nov in week 1: \u22128.0 pp of \u221210.0 pp come from a different mix of country (PT: 50.0% of its users, 10.0% of the other cohorts).',
    );
    expect(said(view({}), asked(), [{ ...mix, mix: -0.04, within: -0.06 }])).toContain(
      '\u22124.0 pp of \u221210.0 pp come from a different mix of country',
    );
    expect(said(view({}), asked(), [{ ...mix, mix: 0.01, within: -0.11 }])).toContain(
      'The mix of country does not explain these differences.',
    );
  });

  it('compare cohorts before and after a release, or say that there is nothing to compare', () => {
    const column = {
      before: pooled(40, 100),
      after: pooled(50, 100),
      difference: 0.1,
      low: -0.03,
      high: 0.23,
    };
    const around = { before: 3, after: 2, across: 1, columns: [column, column] };
    const told = said(view({ triangles: [{ ...ANYTHING, around }] }), asked({ around: '1.5.0' }));
    expect(told).toContain('Since 1.5.0, in week 1: +10.0 pp (\u22123.0 to +23.0)');
    expect(told).toContain('not significant');
    expect(told).toContain('1 cohort in which it began is left out');
    const late = { ...around, before: 0 };
    expect(said(view({ triangles: [{ ...ANYTHING, around: late }] }), asked({ around: '1.5.0' }))).toContain(
      'All cohorts of the range are after 1.5.0',
    );
  });

  it('say how it would go on, and how well that would have been foretold', () => {
    const projection = {
      alpha: 0.5,
      beta: 1,
      spread: 1,
      from: 5,
      ahead: [{ share: 0.2, low: 0.18, high: 0.22 }],
      testedFrom: 3,
      foretold: [],
      meanError: 0.012,
      worst: 0.02,
    };
    expect(said(view({ triangles: [{ ...ANYTHING, projection }] }))).toContain(
      'Forecast: 20.0% (18.0\u201322.0) in week 5 (dashed line; shifted-beta-geometric model). Check: a forecast of week 3 and later from the ages before was 1.2 pp off on average, 2.0 pp at most.',
    );
  });

  it('say what or later and a clock of one\u2019s own mean', () => {
    const all = said(view({}), asked({ counting: 'OR_LATER', clock: 'OWN', ages: 4 }));
    expect(all).toContain('“Or later” ends with week 4 for every cohort');
    expect(all).toContain('7 times 24 hours since each user');
  });
});

describe('triangles as CSV', () => {
  it('give counts and leave out what is not complete', () => {
    expect(csvRows(view({ triangles: [ANYTHING, LIT] }), asked({ counting: 'OR_LATER' }))).toEqual([
      ['came back with', 'cohort from', 'users', 'week 0+', 'week 1+', 'week 2+', 'week 3+', 'week 4+'],
      ['any activity', 'average: came back', null, 200, 80, null, null, null],
      ['any activity', 'average: users', null, 200, 200, null, null, null],
      ['any activity', '2026-11-09', 200, 200, 80, null, null, null],
      ['beacon_lit', 'average: came back', null, 150, 30, null, null, null],
      ['beacon_lit', 'average: users', null, 200, 200, null, null, null],
      ['beacon_lit', '2026-11-09', 200, 150, 30, null, null, null],
    ]);
  });

  it('give of groups who came back and of how many', () => {
    const split = view({
      groups: [{ kind: 'VALUE', value: 'PT', size: 200 }],
      triangles: [{ ...ANYTHING, lines: [LIT.pooled] }],
    });
    expect(csvRows(split, asked(), { property: 'country' })).toEqual([
      ['came back with', 'group', 'users', 'week 0', 'week 1', 'week 2', 'week 3', 'week 4'],
      ['any activity', 'PT: came back', 200, 150, 30, 0, 0, 0],
      ['any activity', 'PT: users', 200, 200, 200, 0, 0, 0],
    ]);
  });
});
