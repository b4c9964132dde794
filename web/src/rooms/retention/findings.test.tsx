import { renderToStaticMarkup } from 'react-dom/server';
import { describe, expect, it } from 'vitest';
import type { CohortView, PooledView, RetentionView } from '../../api/queries';
import { csvRows } from './csv';
import { findings } from './findings';

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
  arrivals: { from: '2026-11-09', to: '2026-11-16' },
  wholePeriod: true,
  size: 200,
  returned: [200, 80, 0, 0, 0],
  completeAges: 2,
  begunAges: 3,
  ...over,
});

const view = (over: Partial<RetentionView>): RetentionView => ({
  cohorts: [cohort({})],
  pooled: [pooled(200, 200), pooled(80, 200), open, open, open],
  events: [],
  leftOut: [],
  ...over,
});

const words = (of: RetentionView, cameBack: string | null = null) =>
  findings(of, 'WEEK', cameBack)
    .map((finding) => renderToStaticMarkup(<>{finding.text}</>).replace(/<[^>]*>/g, ''))
    .join('\n');

describe('findings', () => {
  it('give the pooled share with interval and counts at the usual ages', () => {
    expect(words(view({}))).toContain(
      '40.0 % (39.0–41.0) came back at week 1: 80 of 200 people in 2 cohorts.',
    );
  });

  it('say that an age is not complete instead of a share', () => {
    expect(words(view({}))).toContain('No cohort is complete at week 4 yet');
    expect(words(view({}))).toContain('3 hatched cells not complete');
  });

  it('say when nobody arrived, and nothing else', () => {
    expect(words(view({ cohorts: [cohort({ size: 0 })] }))).toBe(
      'Nobody arrived in this range, so there is nothing to follow.',
    );
  });

  it('name the event that counts as coming back and the cohorts that the range cuts', () => {
    const clipped = cohort({ wholePeriod: false, arrivals: { from: '2026-11-11', to: '2026-11-16' } });
    const all = words(view({ cohorts: [clipped] }), 'beacon_lit');
    expect(all).toContain('Coming back means beacon_lit here');
    expect(all).toContain('11 Nov – 15 Nov 2026 out of a whole week');
  });
});

describe('the triangle as CSV', () => {
  it('gives counts and leaves out what is not complete', () => {
    expect(csvRows(view({}), 'WEEK')).toEqual([
      ['cohort', 'people', 'week 0', 'week 1', 'week 2', 'week 3', 'week 4'],
      ['pooled: came back', null, 200, 80, null, null, null],
      ['pooled: of', null, 200, 200, null, null, null],
      ['2026-W46', 200, 200, 80, null, null, null],
    ]);
  });
});
