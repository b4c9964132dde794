import { describe, expect, it } from 'vitest';
import type { RetentionView } from '../../api/retention';
import { pickedOf } from './picked';
import { wordsOf } from './question';

const pooled = (returned: number, size: number) => ({
  cohorts: 1,
  returned,
  size,
  share: returned / size,
  low: 0,
  high: 1,
});

const week = (from: string, to: string, completeColumns: number) => ({
  period: { from, to },
  starts: { from, to },
  wholePeriod: true,
  size: 100,
  completeColumns,
  begunColumns: 2,
});

const view: RetentionView = {
  columns: [
    { from: 0, to: 0 },
    { from: 1, to: 1 },
  ],
  cohorts: [week('2026-10-05', '2026-10-12', 2), week('2026-10-12', '2026-10-19', 1)],
  triangles: [
    {
      name: 'any activity',
      returned: [
        [100, 40],
        [100, 10],
      ],
      pooled: [pooled(200, 200), pooled(40, 100)],
      apart: { compared: 0, columns: [[], []], surest: [] },
      lines: [],
      groupsApart: { compared: 0, columns: [], surest: [] },
      mixes: [],
      flattening: null,
      projection: null,
      around: null,
    },
  ],
  groups: [],
  events: [],
  leftOut: [],
};

const asked = {
  words: wordsOf(() => null),
  range: { from: '2026-10-05', to: '2026-10-19' },
  among: { all: [] },
};
const followed = { range: asked.range, grain: 'WEEK' };
const nowhere = {} as Element;

describe('the people of a cell', () => {
  it('are of one cohort', () => {
    const picked = pickedOf(nowhere, { row: 1, column: 1, way: 0 }, asked, view, undefined);
    expect(picked.title).toBe('12–18 Oct, in week 1');
    expect(picked.text).toBe('10 of 100 users came back so far (incomplete).');
    expect(picked.people.map(({ name }) => name)).toEqual(['10 came back', '90 did not come back']);
    expect(picked.people[0]?.who).toEqual({
      followed,
      cohorts: { from: '2026-10-12', to: '2026-10-13' },
      cameBack: { fromAge: 1, toAge: 1 },
    });
  });

  it('are said with their share, its interval, the average and the verdict', () => {
    const triangles = view.triangles.map((each) => ({
      ...each,
      apart: { ...each.apart, columns: [[1], []] },
    }));
    const picked = pickedOf(nowhere, { row: 0, column: 1, way: 0 }, asked, { ...view, triangles }, undefined);
    expect(picked.text).toBe(
      '40 of 100 users came back: 40.0% (30.9–49.8). The average is 40.0%. Significantly different from the other cohorts.',
    );
  });

  it('are of all cohorts complete there, where it is all together', () => {
    const picked = pickedOf(nowhere, { row: -1, column: 1, way: 0 }, asked, view, undefined);
    expect(picked.text).toBe('40 of 100 users came back: 40.0% (30.9–49.8).');
    expect(picked.people[1]?.who).toMatchObject({
      cohorts: { from: '2026-10-05', to: '2026-10-12' },
      stayedAway: { fromAge: 1, toAge: 1 },
    });
  });

  it('are of a group in all cohorts complete there', () => {
    const [triangle] = view.triangles;
    const split: RetentionView = {
      ...view,
      groups: [{ kind: 'VALUE', value: 'PT', size: 50 }],
      triangles: triangle ? [{ ...triangle, lines: [[pooled(50, 50), pooled(20, 30)]] }] : [],
    };
    const picked = pickedOf(nowhere, { row: 0, column: 1, way: 0 }, asked, split, { property: 'country' });
    expect(picked.people.map(({ name }) => name)).toEqual(['20 came back', '10 did not come back']);
    expect(picked.people[0]?.who).toMatchObject({
      all: [
        { property: 'country', value: 'FIRST', is: 'PT' },
        { cohorts: { from: '2026-10-05', to: '2026-10-12' } },
      ],
    });
    const size = pickedOf(nowhere, { row: 0, column: -1, way: 0 }, asked, split, { property: 'country' });
    expect(size.people).toHaveLength(1);
  });
});
