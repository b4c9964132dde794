import { describe, expect, it } from 'vitest';
import { costOf } from './costs';

const MAY = { from: '2026-05-01', to: '2026-06-01' };

describe('what a channel cost', () => {
  it('is divided by the people of the same days', () => {
    expect(costOf({ days: 31, micros: 620_000_000, unconverted: 0 }, 400, MAY)).toMatchObject({
      cost: 620,
      each: 1.55,
      whole: true,
    });
  });

  it('is not divided where some days are not known, or not in the currency, or nobody came', () => {
    expect(costOf({ days: 30, micros: 600_000_000, unconverted: 0 }, 400, MAY)).toMatchObject({
      cost: 600,
      each: undefined,
      days: 30,
      of: 31,
    });
    expect(costOf({ days: 31, micros: 600_000_000, unconverted: 1 }, 400, MAY).each).toBeUndefined();
    expect(costOf({ days: 31, micros: 600_000_000, unconverted: 0 }, 0, MAY).each).toBeUndefined();
  });

  it('is nothing where nothing is known, which is not zero', () => {
    expect(costOf({ days: 0, micros: 0, unconverted: 0 }, 400, MAY).cost).toBeUndefined();
    expect(costOf({ days: 31, micros: 0, unconverted: 31 }, 400, MAY).cost).toBeUndefined();
    expect(costOf({ days: 31, micros: 0, unconverted: 0 }, 400, MAY).cost).toBe(0);
  });
});
