import { renderToStaticMarkup } from 'react-dom/server';
import { describe, expect, it } from 'vitest';
import type { RowView } from '../../api/queries';
import type { Asked } from '../../model/question';
import type { BandedView } from './bands';
import { csvRows } from './csv';
import { findings, standing } from './findings';

const row = (over: Partial<RowView>): RowView => ({
  figure: 'INSTALLS',
  group: 'ARRIVE',
  unit: 'COUNT',
  isWorseAbove: false,
  series: [100, 90],
  before: 100,
  usualLow: 95,
  usualHigh: 120,
  usualPeriods: 8,
  range: 1000,
  compared: 900,
  ...over,
});

const view = (over: Partial<BandedView>): BandedView => ({
  history: [
    { from: '2026-11-21', to: '2026-11-22' },
    { from: '2026-11-22', to: '2026-11-23' },
  ],
  rangeComplete: true,
  comparedComplete: true,
  unconverted: 0,
  currency: 'EUR',
  rows: [row({})],
  leftOut: [],
  awaited: false,
  ...over,
});

const asked = { range: { from: '2026-10-26', to: '2026-11-23' } } as Asked;
const words = (of: BandedView) =>
  findings(of, 'DAY', asked).map((finding) =>
    renderToStaticMarkup(<>{finding.text}</>).replace(/<[^>]*>/g, ''),
  );

describe('where a figure stands', () => {
  it('is below, within or above its comparables, their ends included', () => {
    expect(standing(row({}))).toBe('below');
    expect(standing(row({ series: [95] }))).toBe('within');
    expect(standing(row({ series: [120] }))).toBe('within');
    expect(standing(row({ series: [120.5] }))).toBe('above');
  });

  it('is not said before there are comparables, nor without a value', () => {
    expect(standing(row({ usualLow: null, usualHigh: null }))).toBeUndefined();
    expect(standing(row({ series: [null] }))).toBeUndefined();
    expect(standing(row({ series: [] }))).toBeUndefined();
  });
});

describe('findings', () => {
  it('name the figure, the value, the comparables and the change', () => {
    expect(words(view({}))[0]).toBe(
      'Installs: 90, below the last 8 Sundays (95 to 120); \u221210.0% compared with the previous value.',
    );
  });

  it('speak of the band where there is one', () => {
    const band = { low: [80, 95], high: [110, 120] };
    expect(words({ ...view({}), rows: [{ ...row({}), band }] })[0]).toBe(
      'Installs: 90, below the expected range (95 to 120); \u221210.0% compared with the previous value.',
    );
    expect(words({ ...view({}), rows: [{ ...row({ series: [100] }), band }] })[0]).toContain(
      'all metrics were within their expected range',
    );
  });

  it('say when all is as usual', () => {
    expect(words(view({ rows: [row({ series: [100] })] }))[0]).toContain(
      'Sun 22 Nov all metrics were within',
    );
  });

  it('warn of what is not complete, not converted, not there', () => {
    const all = words(
      view({ history: [], rangeComplete: false, comparedComplete: false, unconverted: 1 }),
    ).join(' ');
    expect(all).toContain('No day of this range is complete yet');
    expect(all).toContain('totals are preliminary');
    expect(all).toContain('begins before the data');
    expect(all).toContain('1 payment of the range without an exchange rate on the day');
  });

  it('say that people of a range are counted once', () => {
    const all = words(view({ rows: [row({ figure: 'ACTIVE_PEOPLE', unit: 'PEOPLE', range: 9503 })] })).join(
      ' ',
    );
    expect(all).toContain('9,503 users were active in the whole range, each counted once');
  });
});

describe('what is no longer there', () => {
  it('is said first', () => {
    const said = words(view({ leftOut: ['No segment 7 is there.'] }));
    expect(said[0]).toBe('No segment 7 is there.');
  });
});

describe('the table as CSV', () => {
  it('carries the unit, the history and no totals of incomplete ranges', () => {
    const rows = csvRows(view({ comparedComplete: false }));
    expect(rows[0]?.slice(-2)).toEqual(['2026-11-21', '2026-11-22']);
    expect(rows[1]).toEqual(['Installs', 'count', 90, 100, 95, 120, 1000, null, 100, 90]);
  });
});
