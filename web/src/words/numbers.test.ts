import { describe, expect, it } from 'vitest';
import { addsWords } from './breakUp';
import { measureValue } from './measures';
import { count, decimal, figureValue, fixed, points, share, withMinus, withSign } from './numbers';

describe('numbers that round to zero', () => {
  it('have no sign', () => {
    for (const text of [
      share(-0.0004),
      decimal(-0.04),
      count(-0.4),
      points(-0.0004),
      figureValue(-0.04, 'NUMBER', 'EUR'),
      figureValue(-0.00001, 'MONEY', 'EUR'),
      share(-0),
      fixed(-0.0004, 3),
      withSign(-0.0004, '0.00'),
      withMinus(-0.0004, '0.00'),
      addsWords(-0.004, 'EUR'),
      measureValue(-0.004, 'RATIO'),
      measureValue(-0, 'NUMBER'),
    ])
      expect(text).not.toMatch(/[-\u2212+]/);
  });

  it('keep the sign of what is not zero', () => {
    expect(decimal(-0.06)).toBe('-0.1');
    expect(figureValue(-1.25, 'MONEY', 'EUR')).toBe('EUR -1.25');
  });
});
