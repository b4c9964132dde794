import { describe, expect, test } from 'vitest';
import { bound, filled, pieces, type Figures } from './prose';

const FIGURES: Figures = {
  size: '\u221258.1% (\u221264.3 to \u221250.9)',
  expected: '1,204',
  'first day': 'Sat 22 Aug',
  days: 'Sat 22 Aug to Sat 12 Sep, 22 days',
  kind: 'payment',
};

describe('words with figures bound', () => {
  test('a name in braces is its figure, what is no name stays', () => {
    expect(filled('Since {first day}: {size}. {nothing} {', FIGURES)).toBe(
      'Since Sat 22 Aug: \u221258.1% (\u221264.3 to \u221250.9). {nothing} {',
    );
    expect(pieces('{size}!', FIGURES)).toEqual([
      { text: FIGURES.size, isBound: true },
      { text: '!', isBound: false },
    ]);
  });

  test('figures in a computed sentence are found, the longest first, and come back as they were', () => {
    const computed =
      'From Sat 22 Aug to Sat 12 Sep, 22 days: 1,204 expected, \u221258.1% (\u221264.3 to \u221250.9).';
    const words = bound(computed, FIGURES);
    expect(words).toBe('From {days}: {expected} expected, {size}.');
    expect(filled(words, FIGURES)).toBe(computed);
  });

  test('other figures say the same words otherwise', () => {
    expect(filled('It is a {kind}.', { ...FIGURES, kind: 'price' })).toBe('It is a price.');
  });
});
