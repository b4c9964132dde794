import { describe, expect, it } from 'vitest';
import type { MeasureView } from '../../api/measures';
import type { Names } from '../../words/conditions';
import { csvRows } from './csv';
import { changeOf, eventsOf, freeName, paramsOf, wordsOf, type Words } from './question';
import { columnsOf, groupName, panelsOf, shownGroups } from './series';

const from = (params: Record<string, string | null>) => wordsOf((name) => params[name] ?? null);

const names: Names = { event: (name) => name, segment: (id) => `segment ${id}` };

describe('the words of the address', () => {
  it('are the usual ones where nothing is said', () => {
    const words = from({});
    expect(words.measures).toEqual([
      { name: 'a', kind: 'PEOPLE', property: null, percent: null, what: { active: true } },
    ]);
    expect(words.faults).toEqual([]);
    expect(words.compares).toBe(true);
    const { compare, ...others } = paramsOf(words);
    expect(compare).toBe('yes');
    expect(Object.values(others).filter((value) => value !== null)).toEqual([]);
  });

  it('keep a comparison when the metric changes, and end with the first split', () => {
    const change = (params: Record<string, string>, next: Partial<Words>) =>
      changeOf((name) => params[name] ?? null, next).compare;
    const { measures } = from({});
    const splits = [{ property: 'country', values: null, top: 8, people: null }];
    expect(change({}, { measures })).toBe('yes');
    expect(change({}, { splits })).toBe('no');
    expect(change({ compare: 'yes' }, { splits })).toBe('no');
    expect(change({ compare: 'yes', split: '[]' }, { splits })).toBe('yes');
    expect(change({ m: '[]' }, { measures })).toBe('no');
    expect(change({}, { compares: false })).toBe('no');
    expect(change({}, { shape: 'bars' })).toBeUndefined();
    expect(from({ split: '[{"property":"country"}]' }).compares).toBe(false);
  });

  it('are written and read back as they were', () => {
    const words: Words = {
      measures: [
        { name: 'revenue', kind: 'SUM', property: 'revenue', percent: null, what: { event: 'purchase' } },
        { name: 'b', kind: 'PERCENTILE', property: 'fps', percent: 90, what: { active: true } },
      ],
      formulas: [{ name: 'c', text: 'revenue / active' }],
      step: 'WEEK',
      course: 'trailing7',
      splits: [{ property: 'country', values: null, top: 8, people: null }],
      among: { segment: 3 },
      only: { property: 'platform', is: ['ios'] },
      compares: true,
      shape: 'bars',
      shown: null,
      faults: [],
    };
    expect(from(paramsOf(words))).toEqual(words);
    expect(freeName(words)).toBe('a');
  });

  it('say what cannot be read and go on without it', () => {
    const words = from({ m: '[', split: '[{"gone":1}]', among: '7', only: '{"property":"x","is":"1"}' });
    expect(words.faults).toHaveLength(3);
    expect(words.measures).toHaveLength(1);
    expect(words.splits).toEqual([]);
    expect(words.only).toEqual({ property: 'x', is: '1' });
  });

  it('name the events they speak of', () => {
    expect(
      eventsOf({
        all: [{ either: [{ event: 'a' }, { event: ['b', 'c'] }] }, { not: { property: 'x', is: '1' } }],
      }),
    ).toEqual(['a', 'b', 'c']);
  });
});

const line = (values: (number | null)[], range: number) => ({ periods: values, range, people: 3, events: 4 });

const table: MeasureView['range'] = {
  periods: [
    {
      days: { from: '2026-06-01', to: '2026-06-08' },
      starts: '2026-05-31T23:00:00Z',
      whole: true,
      complete: true,
    },
    {
      days: { from: '2026-06-08', to: '2026-06-15' },
      starts: '2026-06-07T23:00:00Z',
      whole: true,
      complete: false,
    },
  ],
  active: 36,
  groups: [
    { parts: [{ kind: 'VALUE', value: 'PT' }] },
    { parts: [{ kind: 'VALUE', value: 'GB' }] },
    { parts: [{ kind: 'NOT_SET', value: null }] },
  ],
  measures: [
    { name: 'a', all: line([5, 6], 9), groups: [line([3, 4], 6), line([2, null], 2), line([0, 1], 1)] },
    { name: 'f', all: line([0.5, 1], 0.7), groups: [line([1, 1], 1), line([2, 2], 2), line([3, 3], 3)] },
  ],
};
const view: MeasureView = { range: table, compared: null, leftOut: [], currency: 'EUR' };

describe('lines', () => {
  const words = from({ f: '[{"name":"f","text":"a / active"}]', split: '[{"property":"country"}]' });

  it('are the largest groups that are told apart, in a panel for each measure', () => {
    expect(shownGroups(table, { shape: 'lines', shown: null })).toEqual([0, 1]);
    expect(shownGroups(table, { shape: 'lines', shown: ['not set'] })).toEqual([2]);
    const panels = panelsOf(view, words, columnsOf(words, names));
    expect(panels.map((panel) => [panel.unit, panel.lines.map((each) => each.name)])).toEqual([
      ['PEOPLE', ['PT', 'GB']],
      ['NUMBER', ['PT', 'GB']],
    ]);
    expect(panels[0]?.lines[1]?.values).toEqual([2, null]);
  });

  it('go together by their unit where nothing is split', () => {
    const whole = { ...view, range: { ...table, groups: [] } };
    const panels = panelsOf(whole, words, columnsOf(words, names));
    expect(panels.map((panel) => panel.unit)).toEqual(['PEOPLE', 'NUMBER']);
    expect(panels[0]?.lines[0]?.name).toBe('a: active users');
  });

  it('name groups of several splits part by part', () => {
    expect(
      groupName({
        parts: [
          { kind: 'VALUE', value: 'PT' },
          { kind: 'OTHER', value: null },
        ],
      }),
    ).toBe('PT · other values');
  });

  it('stand in the file row by row', () => {
    const rows = csvRows(view, columnsOf(words, names), 'WEEK', 'Europe/Lisbon');
    expect(rows[0]).toEqual(['range', 'week', 'complete', 'group', 'a: active users', 'f = a / active']);
    expect(rows[1]).toEqual(['asked', '2026-06-01', 'yes', 'all', 5, 0.5]);
    expect(rows.at(-1)).toEqual(['asked', 'whole range', null, 'not set', 1, 3]);
  });
});
