import { describe, expect, it } from 'vitest';
import { signedValue } from './rows';

describe('a difference', () => {
  it('has no sign where it is rounded to zero', () => {
    expect(signedValue(-0.0004, 'SHARE', '')).toBe('0.0 pt');
    expect(signedValue(0.04, 'SECONDS', '')).toBe('0.0 s');
  });

  it('has its sign otherwise', () => {
    expect(signedValue(-0.032, 'SHARE', '')).toBe('\u22123.2 pt');
    expect(signedValue(1.25, 'MONEY', 'EUR')).toBe('+EUR 1.25');
  });
});
