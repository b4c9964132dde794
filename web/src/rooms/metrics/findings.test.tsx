import { renderToStaticMarkup } from 'react-dom/server';
import { createElement, Fragment } from 'react';
import { describe, expect, it } from 'vitest';
import type { LineView, MeasureView, Table } from '../../api/measures';
import type { Names } from '../../words/conditions';
import { measureValue } from '../../words/measures';
import { findings } from './findings';
import { wordsOf } from './question';
import { columnsOf } from './series';

const names: Names = { event: (name) => name, segment: (id) => `segment ${id}` };

const line = (periods: number[], people: number): LineView => ({
  periods,
  range: periods.reduce((sum, value) => sum + value, 0),
  people,
  events: 60,
});

const week = (index: number, whole: boolean, complete: boolean): Table['periods'][number] => ({
  days: {
    from: `2026-06-${String(1 + 7 * index).padStart(2, '0')}`,
    to: `2026-06-${String(8 + 7 * index).padStart(2, '0')}`,
  },
  starts: '2026-06-01T00:00:00Z',
  whole,
  complete,
});

const table = (all: LineView, groups: [string, LineView][], periods: Table['periods']): Table => ({
  periods,
  active: 120,
  groups: groups.map(([value]) => ({
    parts: [value === 'rest' ? { kind: 'NOT_SET', value: null } : { kind: 'VALUE', value }],
  })),
  measures: [{ name: 'a', all, groups: groups.map(([, each]) => each) }],
});

function text(
  range: Table,
  params: Record<string, string>,
  compared: Table | null = null,
  leftOut: string[] = [],
) {
  const view: MeasureView = { range, compared, leftOut, currency: 'EUR' };
  const words = wordsOf((name) => params[name] ?? null);
  return findings(view, {
    words,
    columns: columnsOf(words, names),
    zone: 'UTC',
    dataFrom: '2026-05-01',
    shown: (event) => event,
    recorded: [],
  })
    .map((finding) =>
      renderToStaticMarkup(createElement(Fragment, null, finding.text)).replace(/<[^>]*>/g, ''),
    )
    .join('\n');
}

const LIT = '[{"name":"a","kind":"PEOPLE","what":{"event":"beacon_lit"}}]';
const TIMES = '[{"name":"a","kind":"EVENTS","what":{"event":"push_opened"}}]';
const SPLIT = '[{"property":"campaign"}]';

describe('what is written beside measures', () => {
  it('counts people once and says what share they are', () => {
    const said = text(table(line([20, 10], 30), [], [week(0, true, true), week(1, true, true)]), {
      m: LIT,
      by: 'week',
    });
    expect(said).toContain(
      '30 users who did beacon_lit in the range, each counted once: 25.0% of active users.',
    );
  });

  it('says that people with two values are in both, and which periods are in part', () => {
    const said = text(
      table(
        line([20, 10], 30),
        [
          ['PT', line([12, 8], 20)],
          ['GB', line([9, 3], 12)],
          ['rest', line([3, 0], 3)],
        ],
        [week(0, false, true), week(1, true, false)],
      ),
      { m: LIT, by: 'week', split: SPLIT },
    );
    expect(said).toContain('groups add up to 5 more than the total');
    expect(said).toContain('Other values, and events without a value, are in the table');
    expect(said).toContain('The range begins or ends within a week');
    expect(said).toContain('1 week incomplete');
  });

  it('says which group made the highest period, or that none did', () => {
    const weeks = Array.from({ length: 5 }, (_, index) => week(index % 4, true, true));
    const said = (burst: number, others: number) =>
      text(
        table(
          line([100, 100, 100 + burst + others, 100, 100], 50),
          [
            ['lamp', line([50, 50, 50 + burst, 50, 50], 30)],
            ['reel', line([50, 50, 50 + others, 50, 50], 30)],
          ],
          weeks,
        ),
        { m: TIMES, by: 'week', split: SPLIT },
      );
    expect(said(90, 10)).toContain('lamp is 90.0% of the difference: this group explains it.');
    expect(said(55, 45)).toContain('lamp is 55.0% of the difference, not all of it.');
    expect(said(5, 5)).not.toContain('Highest on');
  });

  it('says what is gone, and that nothing was there before the data', () => {
    const before = { ...week(0, true, true), days: { from: '2026-04-20', to: '2026-04-27' } };
    const said = text(
      table(line([20], 30), [], [week(0, true, true)]),
      { m: LIT, by: 'week', compare: 'yes' },
      table(line([10], 15), [], [before]),
      ['There is no segment number 4.'],
    );
    expect(said).toContain('There is no segment number 4.');
    expect(said).toContain('The comparison range begins before the data, which begin on 1 May 2026');
    expect(said).toContain('10 in the comparison range (+100.0%)');
  });
});

describe('values', () => {
  it('are written by their unit', () => {
    expect(measureValue(1.2345, 'RATIO')).toBe('1.23');
    expect(measureValue(1234.5, 'RATIO')).toBe('1,235');
    expect(measureValue(null, 'RATIO')).toBe('–');
    expect(measureValue(0.25, 'SHARE')).toBe('25.0%');
    expect(measureValue(0.123456, 'NUMBER')).toBe('0.1235');
    expect(measureValue(75, 'SECONDS')).toBe('1 min 15 s');
    expect(measureValue(12.5, 'MONEY', 'EUR')).toBe('EUR 12.50');
  });
});
