import { describe, expect, it } from 'vitest';
import type { Words } from '../../api/words';
import { isPersonCondition } from '../../words/conditionSchema';
import { readySegments } from './readySegments';

const words = (properties: string[], events: string[]) =>
  ({
    properties: properties.map((name) => ({ name })),
    events: events.map((name) => ({ name })),
    behaviours: [],
    segments: [],
  }) as unknown as Words;

describe('Ready-made segments', () => {
  it('need only what the app records', () => {
    expect(readySegments(words([], ['opened'])).map(({ name }) => name)).toEqual([
      'New users',
      'Regular users',
      'Lapsed users',
    ]);
    expect(readySegments(words(['revenue_type'], ['crash'])).map(({ name }) => name)).toEqual([
      'New users',
      'Regular users',
      'Lapsed users',
      'Purchasers',
      'Repeat purchasers',
      'Users with a crash',
    ]);
  });

  it('are conditions as addresses and the server know them', () => {
    const all = readySegments(words(['revenue_type'], ['crash']));
    expect(all.filter(({ who }) => !isPersonCondition(who))).toEqual([]);
  });
});
