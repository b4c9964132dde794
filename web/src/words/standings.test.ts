import { describe, expect, test } from 'vitest';
import type { ComparedView, StandingView } from '../api/standings';
import {
  comparedSentence,
  differsWords,
  measureValue,
  partWithin,
  platformWords,
  standingSentence,
  stepsWords,
  verdictWords,
} from './standings';

const compared = (over: Partial<ComparedView>): ComparedView => ({
  measured: 'SESSIONS',
  unit: 'FOR_EACH_DAY',
  on: 1.4,
  off: 1.5,
  part: -0.05,
  low: -0.1,
  high: 0.01,
  adjusted: 0.4,
  isWorse: false,
  isBetter: false,
  onIt: 200,
  notOnIt: 1000,
  ...over,
});

const standing = (over: Partial<StandingView>): StandingView => ({
  version: '1.6.0',
  platform: 'android',
  starts: '2026-10-03',
  steps: [],
  adoption: [],
  verdict: 'TOO_EARLY',
  stillNeeded: 2.5,
  measures: [compared({})],
  ...over,
});

describe('how a release stands', () => {
  test('what is told from chance is named, the surest first', () => {
    const measures = [
      compared({}),
      compared({ measured: 'FPS', part: -0.059, isWorse: true, adjusted: 0.01 }),
      compared({ measured: 'ADVERTS', part: 1.37, isBetter: true, adjusted: 0.001 }),
    ];
    expect(differsWords(standing({ measures }))).toBe('Completed ads +137.0%; Frames per second \u22125.9%');
    expect(partWithin(compared({}))).toBe('\u22125.0% (\u221210.0% to +1.0%)');
  });

  test('too early says what is still needed', () => {
    expect(standingSentence(standing({}))).toContain(
      'about 500 user days on it and 2,500 not on it; there are 200 and 1,000',
    );
    expect(standingSentence(standing({ stillNeeded: null, measures: [] }))).toContain(
      'on no day of its rollout',
    );
    expect(comparedSentence(standing({ measures: [] }))).toBeUndefined();
    expect(verdictWords(standing({}))).toBe('Too early');
    expect(verdictWords(standing({ stillNeeded: null }))).toBe('Nothing to compare');
  });

  test('a verdict is a plain word', () => {
    expect(standingSentence(standing({ verdict: 'WORSE' }))).toMatch(/^Worse/);
    expect(standingSentence(standing({ verdict: 'BETTER' }))).toMatch(/^Better/);
    expect(standingSentence(standing({ verdict: 'NO_VISIBLE_DIFFERENCE' }))).toMatch(
      /^No visible difference/,
    );
  });

  test('values keep the digits that matter', () => {
    expect(measureValue(0.0271, 'FOR_EACH_DAY')).toBe('0.027');
    expect(measureValue(42.53, 'MEAN')).toBe('42.5');
    expect(measureValue(1950.2, 'MEAN')).toBe('1,950');
    expect(measureValue(0.487, 'SHARE')).toBe('48.7%');
  });

  test('where and to whom', () => {
    expect(platformWords(standing({ platform: '' }))).toBe('all platforms');
    expect(stepsWords(standing({}))).toBe('not entered; seen in events');
    expect(stepsWords(standing({ platform: '' }))).toBe('');
    expect(stepsWords(standing({ steps: [{ starts: '2026-10-03T10:00:00Z', share: 0.05 }] }))).toBe('5%');
  });
});
