import { Column, Row } from '../../kit/layout';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { useWriteEntry, type EntryView } from '../../api/catalogue';
import type { AppView } from '../../api/queries';
import { TextButton } from '../../kit/buttons';
import { Check } from '../../kit/fields';

interface EntryFormProps {
  app: AppView;
  entry: EntryView;
  mayChange: boolean;
}

/** What people wrote about an event or a property, and the way to write it. */
export function EntryForm({ app, entry, mayChange }: EntryFormProps) {
  const [writing, setWriting] = useState(false);
  if (writing) return <Form app={app} entry={entry} onDone={() => setWriting(false)} />;
  return (
    <div className="entry-words">
      <p className="serif">{entry.description || 'No description yet.'}</p>
      <p className="second">
        {entry.owner && <>Owner: {entry.owner}. </>}
        {entry.hidden && <>Hidden from pickers. </>}
        {entry.retired && <>Retired: no longer sent. </>}
      </p>
      {mayChange && <TextButton onClick={() => setWriting(true)}>Edit description</TextButton>}
    </div>
  );
}

function Form({ app, entry, onDone }: { app: AppView; entry: EntryView; onDone: () => void }) {
  const [written, setWritten] = useState(entry);
  const save = useWriteEntry(app.key);
  const set = (part: Partial<EntryView>) => setWritten({ ...written, ...part });
  return (
    <Column
      as="form"
      sx={{ alignItems: 'stretch', gap: 2.5, mt: 1 }}
      onSubmit={(event) => {
        event.preventDefault();
        save.mutate(written, { onSuccess: onDone });
      }}
    >
      <TextField
        label="Description"
        multiline
        minRows={2}
        autoFocus
        value={written.description}
        onChange={(event) => set({ description: event.target.value })}
        slotProps={{ htmlInput: { maxLength: 2000 } }}
      />
      <Row sx={{ flexWrap: 'nowrap', alignItems: 'flex-start', gap: 3, '& > *': { flex: 1 } }}>
        <TextField
          label="Display name"
          value={written.shownAs}
          onChange={(event) => set({ shownAs: event.target.value })}
          slotProps={{ htmlInput: { maxLength: 80 } }}
        />
        <TextField
          label="Owner"
          value={written.owner}
          onChange={(event) => set({ owner: event.target.value })}
          slotProps={{ htmlInput: { maxLength: 80 } }}
        />
      </Row>
      <Check label="Hide from pickers" checked={written.hidden} onChange={(hidden) => set({ hidden })} />
      <Check
        label="Retired: no longer sent"
        checked={written.retired}
        onChange={(retired) => set({ retired })}
      />
      <div>
        <Button type="submit" variant="contained" disabled={save.isPending}>
          Save
        </Button>{' '}
        <Button onClick={onDone}>Cancel</Button>
      </div>
      {save.error && (
        <p className="fall" role="alert">
          {save.error.message}
        </p>
      )}
    </Column>
  );
}
