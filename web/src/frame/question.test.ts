import { describe, expect, it } from 'vitest';
import { before, daysParam, lastDays, parseDays } from './question';
import { csvOf } from './saveCsv';

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
});

describe('saved tables', () => {
  it('quote as RFC 4180 says and make formulas harmless', () => {
    expect(csvOf([['a "b"', 'c,d', -1.5, null, '=1+1']])).toBe('"a ""b""","c,d",-1.5,,\'=1+1\r\n');
  });
});
