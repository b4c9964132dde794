import type { EntryView, RecordedEvent } from '../../api/catalogue';

/** What is said of a status; nothing of the usual one. */
export const STATUS: Record<RecordedEvent['status'], string[]> = {
  LIVE: [],
  QUIET: ['quiet'],
  RETIRED: ['retired'],
};

interface NameCellProps {
  entry: EntryView;
  opened: boolean;
  onOpen: (name: string) => void;
}

/** The name of a row and the button that opens it; under a name given here, its own. */
export function NameCell({ entry, opened, onOpen }: NameCellProps) {
  return (
    <th scope="row">
      <button
        className="plain-button"
        aria-expanded={opened}
        title={entry.description || undefined}
        onClick={() => onOpen(entry.name)}
      >
        {entry.shownAs || entry.name}
      </button>
      {entry.shownAs && <span className="second own-name">{entry.name}</span>}
      {entry.hidden && <span className="second own-name">hidden</span>}
    </th>
  );
}
