import { describe, expect, test } from 'vitest';
import type { BreakUpPart, BreakUpView, IncidentView } from '../api/changes';
import { addsWords, breakUpRows, breakUpSentences } from './breakUp';

const part = (type: BreakUpPart['type'], before: number, after: number, adds: number[]): BreakUpPart => ({
  type,
  before,
  after,
  factors: (['PEOPLE', 'SHARE', 'TIMES', 'WORTH'] as const).map((of, index) => ({
    of,
    before: 1,
    after: of === 'WORTH' && after === 0 ? null : 1,
    adds: adds[index] ?? 0,
  })),
});

const breakUp: BreakUpView = {
  before: 24,
  after: 10,
  parts: [
    part('PURCHASE', 20, 12, [1, -9.5, 0.5, 0]),
    part('AD', 6, 0, [0, -6, 0, 0]),
    part('REFUND', 2, 2, [0, 0, 0, 0]),
  ],
};

const incident = (of: BreakUpView | null, figure = 'PURCHASES') =>
  ({ breakUp: of, drops: [{ figure }] }) as unknown as IncidentView;

describe('revenue taken apart', () => {
  test('says every type, and of the one the case is of what each factor adds, the largest first', () => {
    expect(breakUpSentences(incident(breakUp), 'EUR')).toEqual([
      'Revenue per day went from EUR 24.00 to EUR 10.00: purchases from EUR 20.00 to EUR 12.00, ads from EUR 6.00 to EUR 0.00, refunds from EUR 2.00 to EUR 2.00.',
      'The change of purchases, −EUR 8.00 a day, breaks down into: payers per active user (−EUR 9.50), active users (+EUR 1.00), purchases per payer (+EUR 0.50), value of one (EUR 0.00).',
    ]);
    expect(breakUpSentences(incident(breakUp, 'AD_REVENUE'), 'EUR')[1]).toMatch(/^The change of ads, −EUR 6/);
  });

  test('of a case that is of no type, the one that moved most', () => {
    expect(breakUpSentences(incident(breakUp, 'ACTIVE_PEOPLE'), 'EUR')[1]).toMatch(
      /^The change of purchases/,
    );
  });

  test('what was frozen without it says nothing', () => {
    expect(breakUpSentences(incident(null), 'EUR')).toEqual([]);
  });

  test('a row for each type and factor, and at last for all; what is not known is a dash', () => {
    const rows = breakUpRows(breakUp, 'EUR');
    expect(rows).toHaveLength(3 * 5 + 1);
    expect(rows[9]).toMatchObject({ name: 'value of one', after: '–' });
    expect(rows.at(-1)).toMatchObject({ name: 'All revenue', adds: '−EUR 14.00' });
  });

  test('what money back takes is less', () => {
    const more = { ...breakUp, parts: [part('REFUND', 2, 5, [0, 3, 0, 0])] };
    expect(breakUpRows(more, 'EUR').map((row) => row.adds)).toEqual([
      '−EUR 3.00',
      'EUR 0.00',
      '−EUR 3.00',
      'EUR 0.00',
      'EUR 0.00',
    ]);
  });

  test('a difference that rounds to nothing has no sign', () => {
    expect(addsWords(-0.004, 'EUR')).toBe('EUR 0.00');
  });
});
