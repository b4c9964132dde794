import Autocomplete from '@mui/material/Autocomplete';
import Dialog from '@mui/material/Dialog';
import TextField from '@mui/material/TextField';
import { useNavigate } from 'react-router';
import type { RailView } from '../api/queries';
import { FIGURES, figureTitle } from '../words/figures';
import { GROUPS } from './head/rooms';
import { daysParam, type Asked } from './question';

interface Place {
  kind: string;
  name: string;
  go: () => void;
}

interface FinderProps {
  rail: RailView | undefined;
  app: string;
  asked: Asked;
  onClose: () => void;
}

/** Finds a room to enter, a release to ask since, a figure to draw on the rail. */
export default function Finder({ rail, app, asked, onClose }: FinderProps) {
  const navigate = useNavigate();
  const rooms: Place[] = GROUPS.flatMap((group) =>
    group.rooms.map((room) => ({
      kind: 'Rooms',
      name: room.name,
      go: () => void navigate(`/a/${app}/${room.path}`),
    })),
  );
  const releases: Place[] = (rail?.versions ?? [])
    .filter((version) => rail && version.starts < rail.fullDaysEnd)
    .map((version) => ({
      kind: 'Releases',
      name: `Since ${version.version}`,
      go: () =>
        asked.set({
          days: daysParam({ from: version.starts, to: rail?.fullDaysEnd ?? version.starts }),
          against: null,
        }),
    }));
  const figures: Place[] = FIGURES.map((figure) => ({
    kind: 'On the rail',
    name: figureTitle(figure),
    go: () => asked.set({ figure }),
  }));
  return (
    <Dialog
      open
      onClose={onClose}
      fullWidth
      maxWidth="xs"
      slotProps={{ paper: { sx: { alignSelf: 'start', mt: 16 } } }}
    >
      <Autocomplete
        open
        autoHighlight
        options={[...rooms, ...releases, ...figures]}
        groupBy={(place) => place.kind}
        getOptionLabel={(place) => place.name}
        onChange={(_, place) => {
          place?.go();
          onClose();
        }}
        onClose={(_, reason) => reason === 'escape' && onClose()}
        slotProps={{ listbox: { sx: { maxHeight: 320 } } }}
        renderInput={(params) => (
          <TextField {...params} autoFocus placeholder="A room, a release, a figure" sx={{ p: 2 }} />
        )}
      />
    </Dialog>
  );
}
