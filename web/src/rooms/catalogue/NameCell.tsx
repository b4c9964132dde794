import { ControlHint } from '../../kit/Hint';
import Box from '@mui/material/Box';
import type { EntryView, RecordedEvent } from '../../api/catalogue';
import { PlainButton } from '../../kit/buttons';

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
      <ControlHint text={entry.description || undefined}>
        <PlainButton aria-expanded={opened} onClick={() => onOpen(entry.name)}>
          {entry.shownAs || entry.name}
        </PlainButton>
      </ControlHint>
      {entry.shownAs && (
        <Box className="second" component="span" sx={{ ml: 2, fontSize: 12 }}>
          {entry.name}
        </Box>
      )}
      {entry.hidden && (
        <Box className="second" component="span" sx={{ ml: 2, fontSize: 12 }}>
          hidden
        </Box>
      )}
    </th>
  );
}
