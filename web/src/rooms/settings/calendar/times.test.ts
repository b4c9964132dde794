import { describe, expect, it } from 'vitest';
import { fieldOf, instantOf } from './times';

describe('times by the clocks of a zone', () => {
  // Clock changes of Europe/Lisbon in 2026 are those of the IANA time zone database: 29 March and 25 October.
  it.each([
    ['2026-01-10T10:00', '2026-01-10T10:00:00.000Z'],
    ['2026-07-14T10:00', '2026-07-14T09:00:00.000Z'],
    ['2026-03-29T00:30', '2026-03-29T00:30:00.000Z'],
    ['2026-03-29T03:00', '2026-03-29T02:00:00.000Z'],
    ['2026-10-25T00:30', '2026-10-24T23:30:00.000Z'],
  ])('reads %s in Lisbon as %s', (field, instant) => {
    expect(instantOf(field, 'Europe/Lisbon')).toBe(instant);
    expect(fieldOf(instant, 'Europe/Lisbon')).toBe(field);
  });
});
