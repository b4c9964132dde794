import { describe, expect, it } from 'vitest';
import type { EarlyView, TieView } from '../../../api/retention';
import { wordsOf } from '../question';
import { bestOfEach, csvRows, didOf, earlyFindings, peopleOf, timesShort, timesWords } from './early';

const words = wordsOf(() => null);

const tie = (over: Partial<TieView>): TieView =>
  ({
    event: 'lesson_finished',
    times: 2,
    days: 3,
    did: 40,
    didBack: 20,
    others: 60,
    othersBack: 12,
    difference: 0.3,
    low: 0.1,
    high: 0.5,
    strength: 0.31,
    adjusted: 0.001,
    ...over,
  }) as TieView;

const view = (over: Partial<EarlyView>): EarlyView =>
  ({
    ties: [tie({})],
    people: 100,
    returned: 32,
    open: 0,
    tests: 12,
    events: [],
    leftOut: [],
    ...over,
  }) as EarlyView;

const texts = (of: EarlyView) => earlyFindings(of, words, (event) => event).map((each) => each.text);

describe('an early behaviour', () => {
  it('is said in words, and shortly', () => {
    expect(timesWords(tie({}))).toBe('at least 2 times in the first 3 days');
    expect(timesWords(tie({ times: 1, days: 1 }))).toBe('at least once in the first day');
    expect(timesShort(tie({}))).toBe('2 × in the first 3 days');
  });

  it('is listed once for each event, with its strongest threshold', () => {
    const ties = [tie({}), tie({ times: 5 }), tie({ event: 'purchase' })];
    expect(bestOfEach(ties).map(({ event, times }) => [event, times])).toEqual([
      ['lesson_finished', 2],
      ['purchase', 2],
    ]);
  });

  it('gives its users, and of these who came back and who did not', () => {
    expect(didOf(tie({}))).toEqual({
      did: { event: 'lesson_finished' },
      atLeast: 2,
      when: { fromDay: 0, toDay: 2 },
    });
    const range = { from: '2026-06-01', to: '2026-06-29' };
    expect(peopleOf(tie({}), words, range, { all: [] }).map((each) => each.name)).toEqual([
      'Users who did it',
      'and came back',
      'and did not',
    ]);
  });
});

describe('findings about early behaviour', () => {
  it('name the strongest link with both shares, and never a cause', () => {
    const found = texts(view({})).join(' ');
    expect(found).toContain('32 of 100 users (32.0%) came back');
    expect(found).toContain(
      '50.0% of the 40 users who did it came back, and 20.0% of the others: +30.0 pp (+10.0 to +50.0)',
    );
    expect(found).toContain('A correlation is not a cause');
  });

  it('name no link that is not significant', () => {
    const found = texts(view({ ties: [tie({ adjusted: 0.2 })] })).join(' ');
    expect(found).not.toContain('Strongest link');
    expect(found).toContain('0 of 12 behaviours');
  });

  it('say why there is nothing', () => {
    expect(texts(view({ people: 0 }))).toEqual([
      'No users joined in this range, so there is nothing to compare.',
    ]);
    expect(texts(view({ people: 0, open: 9 }))[0]).toMatch(/^All 9 users of the range joined too recently/);
  });
});

it('rows of the file have as many cells as the head', () => {
  const [head, row] = csvRows(view({}));
  expect(row).toHaveLength(head?.length ?? 0);
});
