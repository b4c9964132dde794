import { describe, expect, test } from 'vitest';
import type { ChangesView, IncidentView } from '../../api/changes';
import { change, chosen, drop, incident } from '../../words/invented';
import { stepsOf } from './steps';

const view: ChangesView = {
  currency: 'EUR',
  from: '2026-06-01',
  fullDaysEnd: '2026-11-20',
  isLearning: false,
  incidents: [],
};

const says = (of: IncidentView, key: string): string[] =>
  stepsOf(of, view, 'Europe/Lisbon')
    .filter((step) => step.key === key)
    .flatMap((step) => step.says.map(({ text }) => text));

describe('the argument of a case', () => {
  test('grows from what fell to what came afterwards; what has nothing to say is left out', () => {
    const money = {
      before: 6,
      after: 1,
      parts: [{ type: 'AD' as const, before: 6, after: 1, factors: [] }],
    };
    expect(stepsOf(incident({ breakUp: money }), view, 'UTC').map((step) => step.key)).toEqual([
      'fell',
      'money',
      'since',
      'where',
      'verdict',
      'after',
    ]);
    expect(stepsOf(incident({}), view, 'UTC').map((step) => step.key)).not.toContain('money');
  });

  test('of what was chosen to be watched says what it is, and where as counted', () => {
    const portions = [
      { having: { property: 'gpu', value: 'Nacre 5' }, before: 40, after: 30, ofBefore: 0.2, ofMissing: 0.7 },
    ];
    const alone = incident({ drops: [], slice: [], kind: 'UNEXPLAINED', chosen: [chosen({ portions })] });
    expect(stepsOf(alone, view, 'UTC').map((step) => step.key)).toEqual([
      'fell',
      'since',
      'where',
      'verdict',
      'after',
    ]);
    expect(says(alone, 'fell')).toHaveLength(1);
    expect(says(alone, 'where').at(-1)).toContain('counts without a test');
  });

  test('what moved first of the same people is said, whatever it is', () => {
    const frames = drop({ figure: 'FRAME_RATE', days: { from: '2026-10-26', to: '2026-11-16' } });
    const everybody = drop({ slice: [], days: { from: '2026-10-20', to: '2026-11-16' } });
    expect(says(incident({ drops: [drop({}), frames, everybody] }), 'since')[1]).toBe(
      'Frames per second dropped first, from Mon 26 Oct; revenue from ads from Sat 31 Oct.',
    );
    expect(says(incident({ drops: [drop({}), everybody] }), 'since').join(' ')).not.toContain('first');
  });

  test('the hour is told in the clock of the app, with what is not told from it', () => {
    const onset = {
      likeliest: '2026-10-24T13:00:00Z',
      from: '2026-10-24T12:00:00Z',
      to: '2026-10-24T17:00:00Z',
    };
    expect(says(incident({ onset }), 'since')[1]).toBe(
      'Most likely start: Sat 24 Oct 14:00. It may have begun at any hour between Sat 24 Oct 13:00 and Sat 24 Oct 18:00.',
    );
  });

  test('that an hour is not told is said only of what has one', () => {
    expect(says(incident({}), 'since')[1]).toContain('The hour is unknown');
    const people = incident({ drops: [drop({ figure: 'ACTIVE_PEOPLE', change: change(-0.4, -0.5, -0.3) })] });
    expect(says(people, 'since')).toHaveLength(1);
    expect(says(incident({ slice: [] }), 'since')).toHaveLength(1);
  });
});
