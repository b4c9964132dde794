import { describe, expect, it } from 'vitest';
import { dayOf, dayWords, instantIn, isoOf, isoWeek, periodWords, rangeWords } from './dates';
import { change, compact, count, duration, figureValue, money, share, shareWithin } from './numbers';

describe('numbers', () => {
  it('reads as the house writes them', () => {
    expect(count(1284031)).toBe('1,284,031');
    expect(share(0.4132)).toBe('41.3%');
    expect(shareWithin(0.413, 0.406, 0.42)).toBe('41.3% (40.6–42.0)');
    expect(compact(1284031)).toBe('1.28 M');
    expect(compact(13421)).toBe('13.4 k');
    expect(duration(192)).toBe('3 min 12 s');
    expect(duration(3720)).toBe('1 h 2 min');
  });

  it('keeps the ISO code with money and the small part of small sums', () => {
    expect(money(2048.631, 'EUR')).toBe('EUR 2,048.63');
    expect(money(0.03489, 'EUR')).toBe('EUR 0.0349');
    expect(money(0, 'EUR')).toBe('EUR 0.00');
  });

  it('shows what has no value as a dash, never as zero', () => {
    expect(figureValue(null, 'SHARE', 'EUR')).toBe('–');
    expect(change(5, null, 'COUNT')).toBe('–');
    expect(change(5, 0, 'COUNT')).toBe('–');
  });

  it('gives changes with sign, in points for shares', () => {
    expect(change(110, 100, 'PEOPLE')).toBe('+10.0%');
    expect(change(90, 100, 'MONEY')).toBe('\u221210.0%');
    expect(change(0.413, 0.403, 'SHARE')).toBe('+1.0 pp');
    expect(change(100, 100, 'COUNT')).toBe('0.0%');
  });
});

describe('dates', () => {
  // Source: ISO 8601; 2008-12-29 = 2009-W01-1, 2010-01-03 = 2009-W53-7.
  it.each([
    ['2008-12-29', '2009-W01'],
    ['2010-01-03', '2009-W53'],
    ['2026-07-14', '2026-W29'],
  ])('%s lies in %s', (day, week) => {
    expect(isoWeek(dayOf(day))).toBe(week);
  });

  it('counts days without clocks or zones', () => {
    expect(dayOf('2026-03-30') - dayOf('2026-03-28')).toBe(2);
    expect(isoOf(dayOf('2024-02-29'))).toBe('2024-02-29');
  });

  it('writes days, ranges and periods', () => {
    expect(dayWords(dayOf('2026-07-14'))).toBe('Tue 14 Jul');
    expect(rangeWords({ from: '2026-10-26', to: '2026-11-23' })).toBe('26 Oct – 22 Nov 2026');
    expect(rangeWords({ from: '2025-12-30', to: '2026-01-02' })).toBe('30 Dec 2025 – 1 Jan 2026');
    expect(rangeWords({ from: '2026-01-02', to: '2026-01-03' })).toBe('2 Jan 2026');
    expect(periodWords('2026-11-01', 'MONTH')).toBe('Nov 2026');
  });

  it('tells an instant by the clocks of the app', () => {
    expect(instantIn('2026-07-14T23:30:00Z', 'Europe/Lisbon')).toBe('Wed 15 Jul 00:30');
  });
});
