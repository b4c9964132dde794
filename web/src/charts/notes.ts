import type { DayRange, RailView, VersionView } from '../api/queries';
import { dayOf } from '../words/dates';
import type { Note } from './looks';

/** Releases and other marks, each at the period of a chart in which it begins; those outside are left out. */
export function notesOn(periods: DayRange[], versions: VersionView[], marks: RailView['marks']): Note[] {
  const first = (day: string) =>
    periods.findIndex((days) => dayOf(days.from) <= dayOf(day) && dayOf(day) < dayOf(days.to));
  return [
    ...versions.map((version) => ({ name: version.version, index: first(version.starts), release: true })),
    ...marks.map((mark) => ({ name: mark.name, index: first(mark.from), release: false })),
  ].filter((note) => note.index >= 0);
}
