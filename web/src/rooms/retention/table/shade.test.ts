import { describe, expect, it } from 'vitest';
import { cellStyle, distance } from './shade';

describe('the colour of a cell', () => {
  it('measures distance in standard errors, so small cohorts are not coloured by chance alone', () => {
    expect(distance(0.5, 100, 0.4)).toBeCloseTo(2.041, 3);
    expect(distance(0.5, 25, 0.4)).toBeCloseTo(1.021, 3);
    expect(distance(1, 50, 1)).toBe(0);
  });

  it('is rust below, pine above, none at the pooled value', () => {
    expect(cellStyle(0.3, 400, 0.4, false).background).toContain('--fall');
    expect(cellStyle(0.5, 400, 0.4, false).background).toContain('--act');
    expect(cellStyle(0.4, 400, 0.4, false)).toEqual({});
    expect(cellStyle(0.4, 400, 0.1, true).background).toContain('--deep');
  });
});
