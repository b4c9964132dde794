import type { EntryKind, EntryView, RecordedEvent, RecordedProperty } from '../../api/catalogue';

/** Which rows are shown; some choices are of events alone. */
export const SHOWN = [
  { value: 'kept', name: 'all except hidden', ofEvents: false },
  { value: 'all', name: 'all', ofEvents: false },
  { value: 'gaps', name: 'with gaps', ofEvents: true },
  { value: 'activity', name: 'counted as activity', ofEvents: true },
  { value: 'quiet', name: 'stopped or retired', ofEvents: false },
  { value: 'hidden', name: 'hidden', ofEvents: false },
] as const;

export type Shown = (typeof SHOWN)[number]['value'];

export const entryOf = (entries: EntryView[], kind: EntryKind, name: string): EntryView =>
  entries.find((entry) => entry.kind === kind && entry.name === name) ?? {
    kind,
    name,
    shownAs: '',
    description: '',
    owner: '',
    hidden: false,
    retired: false,
  };

/** Whether a row of a name is among those asked for, leaving out what only events have. */
function passes(row: { status: string }, entry: EntryView, shown: Shown, like: string): boolean {
  const text = `${entry.name} ${entry.shownAs}`.toLowerCase();
  if (!text.includes(like.trim().toLowerCase())) return false;
  if (shown === 'hidden') return entry.hidden;
  if (shown === 'quiet') return row.status !== 'LIVE';
  return shown !== 'kept' || !entry.hidden;
}

export const shownEvents = (events: RecordedEvent[], entries: EntryView[], shown: Shown, like: string) =>
  events.filter(
    (event) =>
      passes(event, entryOf(entries, 'EVENT', event.name), shown, like) &&
      (shown !== 'gaps' || event.gaps.length > 0) &&
      (shown !== 'activity' || event.activity),
  );

export const shownProperties = (
  properties: RecordedProperty[],
  entries: EntryView[],
  shown: Shown,
  like: string,
) =>
  properties.filter((property) => passes(property, entryOf(entries, 'PROPERTY', property.name), shown, like));
