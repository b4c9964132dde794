import { describe, expect, it } from 'vitest';
import type { CurveView, SurvivalView } from '../../../api/retention';
import { wordsOf } from '../question';
import { at, churnFindings, csvRows, lastDay, linesOf } from './churn';

const words = wordsOf(() => null);

const step = (day: number, share: number, gone = 1, atRisk = 10) => ({
  day,
  share,
  low: share - 0.1,
  high: share + 0.1,
  gone,
  atRisk,
});

const curve = (steps: ReturnType<typeof step>[], people = 10, median: number | null = null): CurveView =>
  ({ steps, people, gone: steps.reduce((sum, each) => sum + each.gone, 0), median }) as CurveView;

const view = (over: Partial<SurvivalView>): SurvivalView =>
  ({
    all: curve([step(2, 0.8, 2), step(9, 0.6, 2)]),
    groups: [],
    lines: [],
    events: [],
    leftOut: [],
    test: null,
    tooYoung: 0,
    ...over,
  }) as unknown as SurvivalView;

const texts = (of: SurvivalView) => churnFindings(of, words, linesOf(of, undefined)).map((each) => each.text);

describe('a curve', () => {
  const one = curve([step(2, 0.8), step(9, 0.6)]);

  it('is whole until the first step, and stays where the last step left it', () => {
    expect([0, 1, 2, 8, 9, 400].map((day) => at(one, day).share)).toEqual([1, 1, 0.8, 0.8, 0.6, 0.6]);
  });

  it('is known up to the last day of any group', () => {
    expect(lastDay([])).toBe(0);
    expect(lastDay(linesOf(view({}), undefined))).toBe(9);
  });

  it('is of all users without a split, and of each group that has one', () => {
    expect(linesOf(view({}), undefined).map((line) => line.name)).toEqual(['all users']);
    const groups = ['GB', 'PT'].map((value) => ({ kind: 'VALUE' as const, value }));
    const split = linesOf(view({ groups, lines: [one, one] } as unknown as SurvivalView), {
      property: 'country',
    });
    expect(split.map((line) => line.name)).toEqual(['GB', 'PT']);
  });
});

describe('findings about churn', () => {
  it('give the share after a week, at the end, and the median', () => {
    const found = texts(view({ all: curve([step(2, 0.8, 2), step(9, 0.6, 2)], 10, 9) }));
    expect(found[0]).toBe('80.0% (70.0–90.0) had not churned by day 7, 60.0% (50.0–70.0) by day 9.');
    expect(found[1]).toBe('Half had churned by day 9.');
    expect(found.at(-1)).toContain('6 users had not churned when the data ends and count for as long');
  });

  it('say when half have not churned yet', () => {
    expect(texts(view({}))[1]).toBe('More than half have not churned by the last observed day.');
  });

  it('say why there is nothing', () => {
    const nobody = curve([], 0);
    expect(texts(view({ all: nobody }))).toEqual(['No users started in this range.']);
    expect(texts(view({ all: nobody, tooYoung: 12 }))[0]).toMatch(/^All 12 users started less than 14 days/);
  });

  it('name the test of groups, or why there is none', () => {
    const groups = ['GB', 'PT'].map((value) => ({ kind: 'VALUE', value }));
    const lines = [curve([step(2, 0.8)]), curve([step(2, 0.5)])];
    const tested = view({
      groups,
      lines,
      test: { chiSquared: 16.79, degrees: 1, p: 0.00004 },
    } as unknown as SurvivalView);
    expect(texts(tested)).toContain(
      'The groups differ significantly: log-rank test of 2 groups, χ² 16.8 with 1 degree of freedom, p below 0.0001.',
    );
    expect(texts(view({ groups, lines } as unknown as SurvivalView)).join(' ')).toContain(
      'in several groups, so the groups are not tested',
    );
  });
});

it('rows of the file have a line for each step', () => {
  const rows = csvRows(linesOf(view({}), undefined));
  expect(rows[0]).toEqual(['group', 'day', 'at risk', 'churned', 'share not churned', 'low', 'high']);
  expect(rows.slice(1).map((row) => row[1])).toEqual([2, 9]);
});
