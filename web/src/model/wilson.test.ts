import { expect, it } from 'vitest';
import { wilson } from './wilson';

/** R. G. Newcombe, Statistics in Medicine 17 (1998) 857–872, table I, method 3 (values from memory). */
it('gives the published Wilson score intervals', () => {
  for (const [part, whole, low, high] of [
    [81, 263, 0.2553, 0.3662],
    [15, 148, 0.0624, 0.1605],
    [0, 20, 0, 0.1611],
    [1, 29, 0.0061, 0.1718],
  ] as const) {
    const interval = wilson(part, whole);
    expect(interval.low).toBeCloseTo(low, 4);
    expect(interval.high).toBeCloseTo(high, 4);
  }
});
