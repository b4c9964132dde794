import { describe, expect, test } from 'vitest';
import { sizeOf, titleOf, verdict } from './changes';
import { chosenBesides, chosenSentence, portionSentences } from './chosen';
import { change, chosen, drop, incident } from './invented';

const alone = incident({ drops: [], slice: [], kind: 'UNEXPLAINED', chosen: [chosen({})] });
const ofPeople = chosen({
  name: 'Payers',
  figure: 'REVENUE',
  unit: 'MONEY',
  change: change(-0.2, -0.3, -0.1),
});

describe('what was chosen to be watched', () => {
  test('leads a case of its own by its name and size', () => {
    expect(titleOf(alone)).toBe('“Beacons lit” dropped');
    expect(sizeOf(alone)).toBe('\u221250.0%');
    expect(titleOf(incident({ drops: [], slice: [], chosen: [ofPeople] }))).toBe(
      'Revenue of “Payers” dropped',
    );
    expect(titleOf(incident({ drops: [], chosen: [chosen({ isWorseAbove: true })] }))).toBe(
      '\u201cBeacons lit\u201d rose',
    );
    expect(verdict(alone)).toContain('no headline metric dropped');
  });

  test('stands back where figures fell, and behind an outage', () => {
    expect(titleOf(incident({ drops: [drop({})], chosen: [chosen({})] }))).toContain('Revenue from ads');
    const outage = { from: '2026-10-09T09:00:00Z', to: '2026-10-09T12:00:00Z', expected: 900, actual: 3 };
    expect(titleOf(incident({ drops: [], outage, chosen: [chosen({})] }))).toBe('Events stopped arriving');
    expect(sizeOf(incident({ drops: [], outage, chosen: [chosen({})] }))).toBe('897 events missing');
  });

  test('is said in its own unit, and what fell besides once', () => {
    expect(chosenSentence(ofPeople, 'EUR')).toBe(
      'The monitor of Revenue of \u201cPayers\u201d went below its expected range: EUR 80.00 a day instead of about EUR 100.00, \u221220.0% (\u221230.0 to \u221210.0).',
    );
    expect(chosenBesides(alone)).toBeUndefined();
    expect(chosenBesides(incident({ chosen: [ofPeople] }))).toBe(
      'Monitors that dropped on these days: Revenue of \u201cPayers\u201d \u221220.0% (\u221230.0 to \u221210.0).',
    );
    expect(chosenBesides({ ...alone, chosen: [chosen({}), ofPeople] })).toContain(
      'Other monitors that dropped',
    );
  });

  test('is taken apart by value, with the part that was theirs', () => {
    const portions = [
      {
        having: { property: 'gpu', value: 'Nacre 5' },
        before: 1200,
        after: 300,
        ofBefore: 0.2,
        ofMissing: 0.9,
      },
      {
        having: { property: 'platform', value: 'android' },
        before: 3000,
        after: 1900,
        ofBefore: 0.6,
        ofMissing: 1.1,
      },
    ];
    expect(portionSentences({ ...alone, chosen: [chosen({ portions })] }, 'EUR')).toEqual([
      {
        who: 'gpu Nacre 5',
        text: ', 20.0% of all before: from 1,200 to 300, which is 90.0% of the missing amount.',
      },
      {
        who: 'platform android',
        text: ', 60.0% of all before: from 3,000 to 1,900, which is all of the missing amount.',
      },
    ]);
    expect(portionSentences(alone, 'EUR')).toEqual([]);
  });
});
