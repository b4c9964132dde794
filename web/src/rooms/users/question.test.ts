import { describe, expect, it } from 'vitest';
import type { PersonView, RegisterView } from '../../api/register';
import { EVERYONE } from '../../words/conditions';
import { csvRows, paramsOf, questionOf, wordsOf, type Words } from './question';

const read = (address: string) => {
  const params = new URLSearchParams(address);
  return wordsOf((name) => params.get(name));
};

/** Writes words into an address and reads them again. */
const roundTrip = (words: Words) => {
  const params = new URLSearchParams();
  for (const [name, value] of Object.entries(paramsOf(words))) if (value !== null) params.set(name, value);
  return read(params.toString());
};

const USUAL: Words = {
  among: EVERYONE,
  by: 'REVENUE',
  property: null,
  largestFirst: true,
  columns: ['country', 'platform', 'channel'],
  from: 0,
};

describe('the question of the user list', () => {
  it('is all users by revenue without an address, and leaves the address empty', () => {
    expect(read('')).toEqual(USUAL);
    expect(Object.values(paramsOf(USUAL)).every((value) => value === null)).toBe(true);
  });

  it.each<Words>([
    USUAL,
    { ...USUAL, by: 'LAST_ACTIVE', largestFirst: false, from: 150 },
    { ...USUAL, by: 'PROPERTY', property: 'level', columns: ['a'] },
    { ...USUAL, among: { property: 'country', is: 'GB' } },
  ])('survives the address: %j', (words) => {
    expect(roundTrip(words)).toEqual(words);
  });

  it('does not order by a property that is not named', () => {
    expect(read('order=property')).toEqual(USUAL);
  });

  it.each(['from=-5', 'from=oops', 'order=height', 'direction=sideways'])(
    'reads %s as if it were not there',
    (address) => {
      expect(read(address)).toEqual(USUAL);
    },
  );

  it('refuses a filter that is none', () => {
    expect(() => read('among=[7]')).toThrow('a condition on users');
  });

  it('asks for one page', () => {
    expect(questionOf({ ...USUAL, from: 50 })).toMatchObject({ from: 50, most: 50, by: 'REVENUE' });
  });
});

describe('rows of the file', () => {
  it('have as many cells as the head', () => {
    const row = {
      name: 'ia9m',
      isAccount: false,
      revenue: 12.5,
      purchases: 1,
      events: 2,
      sessions: 3,
      activeDays: 4,
      firstSeen: '2026-06-01T10:00:00Z',
      lastSeen: '2026-06-02T10:00:00Z',
      lastActive: '2026-06-02',
      values: ['GB', null],
    } as unknown as PersonView;
    const [head, line] = csvRows([row], {
      currency: 'EUR',
      columns: ['country', 'platform'],
    } as RegisterView);
    expect(line).toHaveLength(head?.length ?? 0);
    expect(line?.slice(0, 4)).toEqual(['ia9m', 'install', 12.5, 'EUR']);
  });
});
