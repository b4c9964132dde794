import Autocomplete, { createFilterOptions } from '@mui/material/Autocomplete';
import Dialog from '@mui/material/Dialog';
import DialogTitle from '@mui/material/DialogTitle';
import { styled } from '@mui/material/styles';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import type { RailView } from '../api/queries';
import { useNames, useWords } from '../api/words';
import Definition from '../help/Definition';
import type { Asked } from '../model/question';
import { placesOf, type Place } from './places';

/** Names begin with what is typed before they contain it; only the first are drawn, more typing finds the rest. */
const filterOptions = createFilterOptions<Place>({
  limit: 60,
  stringify: (place) => `${place.name} ${place.also}`,
});

/** Places of one kind under its name. */
const Group = styled('li')({
  '& > div': { padding: '6px 16px', fontWeight: 600, color: 'var(--ink2)' },
  '& > ul': { padding: 0, listStyle: 'none' },
});

interface FinderProps {
  rail: RailView | undefined;
  app: string;
  asked: Asked;
  onClose: () => void;
}

/** Finds a room, an event, a property, a segment, a setting, a release, a metric of the rail, or a term of the handbook. */
export default function Finder({ rail, app, asked, onClose }: FinderProps) {
  const navigate = useNavigate();
  const words = useWords(app);
  const names = useNames(app);
  const [term, setTerm] = useState<string>();
  const choose = (place: Place) => {
    if (place.term) setTerm(place.term);
    else {
      if (place.address) void navigate(place.address);
      if (place.asks) asked.set(place.asks);
      onClose();
    }
  };
  return (
    <Dialog
      open
      onClose={onClose}
      fullWidth
      maxWidth="xs"
      slotProps={{ paper: { sx: { alignSelf: 'start', mt: 16 } } }}
    >
      <DialogTitle className="spoken">Find</DialogTitle>
      {term ? (
        <div>
          <h2 className="serif">{term}</h2>
          <Definition term={term} />
        </div>
      ) : (
        <Autocomplete
          open
          autoHighlight
          options={placesOf({ app, words, names, rail })}
          filterOptions={filterOptions}
          groupBy={(place) => place.kind}
          renderGroup={({ key, group, children }) => (
            <Group key={key} role="presentation">
              <div aria-hidden>{group}</div>
              <ul role="group" aria-label={group}>
                {children}
              </ul>
            </Group>
          )}
          getOptionLabel={(place) => place.name}
          getOptionKey={(place) => `${place.kind} ${place.name} ${place.address ?? ''}`}
          onChange={(_, place) => place && choose(place)}
          onClose={(_, reason) => reason === 'escape' && onClose()}
          slotProps={{ listbox: { sx: { maxHeight: 320 } } }}
          renderInput={(params) => (
            <TextField
              {...params}
              autoFocus
              placeholder="Room, event, property, segment, setting, term"
              sx={{ p: 2 }}
            />
          )}
        />
      )}
    </Dialog>
  );
}
