import { describe, expect, it } from 'vitest';
import { csvOf } from './saveCsv';

describe('saved tables', () => {
  it('quote as RFC 4180 says and make formulas harmless', () => {
    expect(csvOf([['a "b"', 'c,d', -1.5, null, '=1+1']])).toBe('"a ""b""","c,d",-1.5,,\'=1+1\r\n');
  });

  it('have numbers without the noise of binary fractions', () => {
    expect(csvOf([[0.1 + 0.2, 1 / 3, 1_234_567_890, 1e-9]])).toBe('0.3,0.333333333333,1234567890,1e-9\r\n');
  });
});
