import { instantParts } from '../../../words/dates';

/** What a field for date and time holds of an instant, by the clocks of a zone: "2026-07-14T10:00". */
export function fieldOf(iso: string, zone: string): string {
  const { day, time } = instantParts(iso, zone);
  return `${day}T${time}`;
}

/** The instant that a field for date and time means by the clocks of a zone. */
export function instantOf(field: string, zone: string): string {
  const asUtc = Date.parse(`${field}:00Z`);
  // Twice, since the first guess may lie on the other side of a clock change.
  let instant = asUtc;
  for (let i = 0; i < 2; i++) {
    const shown = Date.parse(`${fieldOf(new Date(instant).toISOString(), zone)}:00Z`);
    instant += asUtc - shown;
  }
  return new Date(instant).toISOString();
}
