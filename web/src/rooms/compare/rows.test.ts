import { describe, expect, it } from 'vitest';
import type { ContrastRow } from '../../api/contrast';
import { termOf } from '../../help/handbook';
import { FIGURE_NAMES, roleOf, signedValue } from './rows';

describe('the metrics of a comparison', () => {
  it('are defined in the handbook', () => {
    expect(FIGURE_NAMES.filter((name) => !termOf(name))).toEqual([]);
  });
});

describe('a difference', () => {
  it('has no sign where it is rounded to zero', () => {
    expect(signedValue(-0.0004, 'SHARE', '')).toBe('0.0 pp');
    expect(signedValue(0.04, 'SECONDS', '')).toBe('0.0 s');
  });

  it('has its sign otherwise', () => {
    expect(signedValue(-0.032, 'SHARE', '')).toBe('\u22123.2 pp');
    expect(signedValue(1.25, 'MONEY', 'EUR')).toBe('+EUR 1.25');
  });
});

describe('the colour of a difference', () => {
  const row = (about: ContrastRow['about'], name: string, value: number, adjusted: number): ContrastRow => ({
    about,
    name,
    first: null,
    second: null,
    difference: { value, low: value, high: value, p: adjusted },
    adjusted,
  });

  it.each([
    ['FIGURE', 'ARPU', 0.2, 0.001, 'act'],
    ['FIGURE', 'ARPU', -0.2, 0.001, 'fall'],
    ['FIGURE', 'UNINSTALLED', -0.2, 0.001, 'act'],
    ['FIGURE', 'UNINSTALLED', 0.2, 0.001, 'fall'],
    ['EVENT_SHARE', 'crash', -0.2, 0.001, 'deep'],
    ['FIGURE', 'ARPU', -0.2, 0.4, 'ink2'],
  ] as const)('of %s %s by %s, p %s', (about, name, value, adjusted, role) =>
    expect(roleOf(row(about, name, value, adjusted))).toBe(role),
  );
});
