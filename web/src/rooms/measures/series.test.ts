import { renderToStaticMarkup } from 'react-dom/server';
import { createElement, Fragment } from 'react';
import { describe, expect, it } from 'vitest';
import { hovered } from '../../charts/looks';
import type { GroupView, MeasureView } from '../../api/measures';
import { measureValue } from '../../words/measures';
import { csvRows } from './csv';
import { findings } from './findings';
import { linesOf, wholeOf } from './series';

const counts = (events: number[], people: number[], rangePeople: number) => ({
  events,
  people,
  rangeEvents: events.reduce((sum, each) => sum + each, 0),
  rangePeople,
});

const group = (kind: GroupView['kind'], value: string | null, people: number): GroupView => ({
  kind,
  value,
  counts: counts([2 * people, 0], [people, 0], people),
});

const view = (groups: GroupView[]): MeasureView => ({
  periods: [
    { days: { from: '2026-06-01', to: '2026-06-08' }, whole: true, complete: true },
    { days: { from: '2026-06-08', to: '2026-06-15' }, whole: false, complete: false },
  ],
  all: counts([60, 0], [30, 0], 30),
  groups,
  active: [120, 0],
  rangeActive: 120,
  words: { events: [], properties: [] },
});

const SPLIT = view([group('VALUE', 'PT', 20), group('VALUE', 'GB', 12), group('NOT_SET', null, 3)]);

describe('lines', () => {
  it('are the measure asked for, and nothing where nothing can be divided', () => {
    expect(wholeOf(view([]), 'people').values).toEqual([30, 0]);
    expect(wholeOf(view([]), 'events').values).toEqual([60, 0]);
    expect(wholeOf(view([]), 'each').values).toEqual([2, null]);
    expect(wholeOf(view([]), 'share').values).toEqual([0.25, null]);
    expect(wholeOf(view([]), 'share').range).toBe(0.25);
  });

  it('are one for each value; what is left over is quiet', () => {
    expect(linesOf(SPLIT, 'people').map((line) => [line.name, line.quiet, line.range])).toEqual([
      ['PT', false, 20],
      ['GB', false, 12],
      ['not set', true, 3],
    ]);
  });
});

describe('what is written beside them', () => {
  const words = (of: MeasureView, splitBy: string | null) =>
    findings(of, { measure: 'share', grain: 'WEEK', splitBy }, 'beacon_lit')
      .map((finding) =>
        renderToStaticMarkup(createElement(Fragment, null, finding.text)).replace(/<[^>]*>/g, ''),
      )
      .join('\n');

  it('counts people once and says what share they are', () => {
    expect(words(view([]), null)).toContain(
      '30 people did beacon_lit in the range, each counted once, 60 times in all: 25.0 % of active people.',
    );
  });

  it('says that people with two values are in both, and which periods are in part', () => {
    const text = words(SPLIT, 'country');
    expect(text).toContain('5 times somebody had a second value of country');
    expect(text).toContain('Most of them with country PT: 66.7 % of the people');
    expect(text).toContain('Each share is of all active people of the period, whatever their country.');
    expect(text).toContain('The range begins or ends within a week');
    expect(text).toContain('1 week not over yet in the data');
  });
});

describe('tables and hovering', () => {
  it('are saved oldest first with the whole range last', () => {
    expect(csvRows(SPLIT, 'people', 'WEEK')).toEqual([
      ['week', 'complete', 'all', 'PT', 'GB', 'not set'],
      ['2026-06-01', 'yes', 30, 20, 12, 3],
      ['2026-06-08', 'no', 0, 0, 0, 0],
      ['whole range', null, 30, 20, 12, 3],
    ]);
  });

  it('show names as text and each line once', () => {
    const items = [
      { name: 'Mon', seriesName: '<b>x</b>', marker: '', value: 4 },
      { name: 'Mon', seriesName: '<b>x</b>', marker: '', value: 4 },
      { name: 'Mon', seriesName: 'y', marker: '', value: null },
    ];
    expect(hovered(items, String)).toBe('Mon<br>&lt;b&gt;x&lt;/b&gt; <b>4</b>');
  });

  it('write ratios with two decimals', () => {
    expect(measureValue(1.2345, 'RATIO')).toBe('1.23');
    expect(measureValue(1234.5, 'RATIO')).toBe('1,235');
    expect(measureValue(null, 'RATIO')).toBe('–');
    expect(measureValue(0.25, 'SHARE')).toBe('25.0 %');
  });
});
