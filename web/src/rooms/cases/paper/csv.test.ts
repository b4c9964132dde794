import { describe, expect, it } from 'vitest';
import { change, chosen, drop, incident } from '../../../words/invented';
import { csvRows } from './csv';

describe('a case as rows', () => {
  const rows = csvRows(
    incident({
      drops: [drop({})],
      chosen: [
        chosen({
          portions: [
            {
              having: { property: 'gpu', value: 'Nacre 5' },
              before: 40,
              after: 30,
              ofBefore: 0.2,
              ofMissing: 0.7,
            },
          ],
        }),
      ],
      breakUp: { before: 6, after: 1, parts: [{ type: 'AD', before: 6, after: 1, factors: [] }] },
      events: [{ event: 'ad_shown', before: 2, after: 1, change: change(2) }],
    }),
  );

  it('has a head above each of its parts', () => {
    const heads = rows.filter((row) => row.includes('before') || row[2] === 'per user and day before');
    expect(heads.map((row) => row[0])).toEqual(['metric', 'value', 'revenue per day', 'candidate', 'event']);
  });

  it('has the drops with their change, and the values with their share of what is missing', () => {
    const first = drop({});
    expect(rows[1]?.slice(2, 4)).toEqual([first.days.from, first.days.to]);
    expect(rows[1]?.slice(4, 7)).toEqual([first.change.before, first.change.expected, first.change.actual]);
    expect(rows.find((row) => row[4] === 0.2 && row[5] === 0.7)?.slice(2)).toEqual([40, 30, 0.2, 0.7]);
  });

  it('has revenue by type with what the type adds', () => {
    expect(rows.find((row) => row[4] === 6 && row[5] === 1)?.[6]).toBe(-5);
  });
});
