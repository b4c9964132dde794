import { renderToStaticMarkup } from 'react-dom/server';
import { describe, expect, it } from 'vitest';
import type { CohortView, PooledView, RetentionView } from '../../api/queries';
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

const ANYTHING = {
  name: 'any activity',
  returned: [[200, 80, 0, 0, 0]],
  pooled: [pooled(200, 200), pooled(80, 200), open, open, open],
  compared: 0,
  apart: [[]],
  surest: [],
};
const LIT = {
  name: 'beacon_lit',
  returned: [[150, 30, 0, 0, 0]],
  pooled: [pooled(150, 200), pooled(30, 200), open, open, open],
  compared: 4,
  apart: [[1]],
  surest: [{ cohort: 0, column: 1, share: 0.15, others: 0.25, difference: -0.1, low: -0.16, high: -0.04 }],
};

const view = (over: Partial<RetentionView>): RetentionView => ({
  columns: [0, 1, 2, 3, 4].map((age) => ({ from: age, to: age })),
  cohorts: [cohort({})],
  triangles: [ANYTHING],
  events: [],
  leftOut: [],
  ...over,
});

const asked = (over: Partial<Words> = {}): Words => ({ ...wordsOf(() => null), ...over });

const said = (of: RetentionView, words = asked()) =>
  findings(of, words, (way) => way ?? 'any activity')
    .map((finding) => renderToStaticMarkup(<>{finding.text}</>).replace(/<[^>]*>/g, ''))
    .join('\n');

describe('findings', () => {
  it('give the pooled share with interval and counts at the usual ages', () => {
    expect(said(view({}))).toContain(
      '40.0 % (39.0–41.0) came back at week 1: 80 of 200 people in 2 cohorts.',
    );
  });

  it('say that an age is not complete instead of a share', () => {
    expect(said(view({}))).toContain('No cohort is complete at week 4 yet');
    expect(said(view({}))).toContain('3 hatched cells not complete');
  });

  it('say when nobody started, and nothing else', () => {
    const none = view({ cohorts: [cohort({ size: 0 })] });
    expect(said(none)).toBe('Nobody arrived in this range, so there is nothing to follow.');
    expect(said(none, asked({ start: 'lamp_trimmed' }))).toBe(
      'Nobody did lamp_trimmed in this range, so there is nothing to follow.',
    );
  });

  it('name the event that counts as coming back and the cohorts that the range cuts', () => {
    const clipped = cohort({ wholePeriod: false, starts: { from: '2026-11-11', to: '2026-11-16' } });
    const all = said(view({ cohorts: [clipped] }), asked({ ways: ['beacon_lit'] }));
    expect(all).toContain('Coming back means beacon_lit here');
    expect(all).toContain('11 Nov – 15 Nov 2026 out of a whole week');
  });

  it('give the other ways of coming back at the last age that is complete', () => {
    const all = said(view({ triangles: [ANYTHING, LIT] }), asked({ ways: [null, 'beacon_lit'] }));
    expect(all).toContain('With beacon_lit: 15.0 % (14.0–16.0) at week 1.');
  });

  it('name the cells that lie apart after correction, or say that none does', () => {
    expect(said(view({ triangles: [LIT] }))).toContain(
      'all tests corrected together: 1 lies apart and is underlined.',
    );
    expect(said(view({ triangles: [LIT] }))).toContain(
      '2026-W46 at week 1: 15.0 %, the others 25.0 %; \u221210.0 pt (\u221216.0 pt to \u22124.0 pt).',
    );
    expect(said(view({ triangles: [{ ...LIT, apart: [[]], surest: [] }] }))).toContain('none lies apart');
    expect(said(view({}))).not.toContain('corrected together');
  });

  it('say what or later and a clock of one\u2019s own mean', () => {
    const all = said(view({}), asked({ counting: 'OR_LATER', clock: 'OWN', ages: 4 }));
    expect(all).toContain('Or later is up to week 4 for every cohort');
    expect(all).toContain('7 times 24 hours since each person');
  });
});

describe('triangles as CSV', () => {
  it('give counts and leave out what is not complete', () => {
    expect(csvRows(view({ triangles: [ANYTHING, LIT] }), asked({ counting: 'OR_LATER' }))).toEqual([
      ['came back with', 'cohort', 'people', 'week 0+', 'week 1+', 'week 2+', 'week 3+', 'week 4+'],
      ['any activity', 'pooled: came back', null, 200, 80, null, null, null],
      ['any activity', 'pooled: of', null, 200, 200, null, null, null],
      ['any activity', '2026-W46', 200, 200, 80, null, null, null],
      ['beacon_lit', 'pooled: came back', null, 150, 30, null, null, null],
      ['beacon_lit', 'pooled: of', null, 200, 200, null, null, null],
      ['beacon_lit', '2026-W46', 200, 150, 30, null, null, null],
    ]);
  });
});
