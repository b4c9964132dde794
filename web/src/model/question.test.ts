import { describe, expect, it } from 'vitest';
import { before, daysParam, lastDays, parseDays, usualRange } from './question';

describe('the question in the address', () => {
  it('writes first and last day and reads them back as a half-open range', () => {
    const range = { from: '2026-10-26', to: '2026-11-23' };
    expect(daysParam(range)).toBe('2026-10-26..2026-11-22');
    expect(parseDays(daysParam(range))).toEqual(range);
  });

  it.each(['', null, 'yesterday', '2026-11-22..2026-10-26', '2026-1-1..2026-2-2'])(
    'takes %s for no range',
    (text) => {
      expect(parseDays(text)).toBeUndefined();
    },
  );

  it('compares with the range before on the same weekdays', () => {
    expect(before({ from: '2026-11-01', to: '2026-11-11' })).toEqual({
      from: '2026-10-18',
      to: '2026-10-28',
    });
    expect(before({ from: '2026-11-16', to: '2026-11-23' })).toEqual({
      from: '2026-11-09',
      to: '2026-11-16',
    });
  });

  it('takes the last full days and no more than there are', () => {
    const rail = { days: { from: '2026-11-10', to: '2026-11-24' }, fullDaysEnd: '2026-11-23' };
    expect(lastDays(rail, 7)).toEqual({ from: '2026-11-16', to: '2026-11-23' });
    expect(lastDays(rail, 28)).toEqual({ from: '2026-11-10', to: '2026-11-23' });
  });

  it('follows cohorts over the last full weeks, or over all days of an app that has few', () => {
    const rail = { days: { from: '2026-06-02', to: '2026-11-25' }, fullDaysEnd: '2026-11-24' };
    expect(usualRange(rail, 'retention')).toEqual({
      range: { from: '2026-08-31', to: '2026-11-23' },
      words: 'the last 12 full weeks',
    });
    expect(usualRange(rail, 'metrics').range).toEqual({ from: '2026-10-27', to: '2026-11-24' });
    const few = { days: { from: '2026-11-10', to: '2026-11-14' }, fullDaysEnd: '2026-11-13' };
    expect(usualRange(few, 'retention').range).toEqual({ from: '2026-11-10', to: '2026-11-13' });
  });
});
