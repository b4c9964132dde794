import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { useWriteEntry, type EntryView } from '../../api/catalogue';
import type { AppView } from '../../api/queries';

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
      <p className="serif">{entry.description || 'Nobody has written yet what it means.'}</p>
      <p className="second">
        {entry.owner && <>Owner: {entry.owner}. </>}
        {entry.hidden && <>Hidden where one is chosen. </>}
        {entry.retired && <>Retired: it is missing on purpose. </>}
      </p>
      {mayChange && (
        <button className="word" onClick={() => setWriting(true)}>
          Write what it means
        </button>
      )}
    </div>
  );
}

function Form({ app, entry, onDone }: { app: AppView; entry: EntryView; onDone: () => void }) {
  const [written, setWritten] = useState(entry);
  const save = useWriteEntry(app.key);
  const set = (part: Partial<EntryView>) => setWritten({ ...written, ...part });
  return (
    <form
      className="entry-form"
      onSubmit={(event) => {
        event.preventDefault();
        save.mutate(written, { onSuccess: onDone });
      }}
    >
      <TextField
        label="What it means"
        multiline
        minRows={2}
        autoFocus
        value={written.description}
        onChange={(event) => set({ description: event.target.value })}
        slotProps={{ htmlInput: { maxLength: 2000 } }}
      />
      <div className="entry-pair">
        <TextField
          label="Shown as"
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
      </div>
      <label>
        <input
          type="checkbox"
          checked={written.hidden}
          onChange={(event) => set({ hidden: event.target.checked })}
        />{' '}
        Hide it where one is chosen
      </label>
      <label>
        <input
          type="checkbox"
          checked={written.retired}
          onChange={(event) => set({ retired: event.target.checked })}
        />{' '}
        Retired: it is missing on purpose
      </label>
      <div>
        <Button type="submit" variant="contained" disabled={save.isPending}>
          Write it down
        </Button>{' '}
        <Button onClick={onDone}>Leave it</Button>
      </div>
      {save.error && (
        <p className="fall" role="alert">
          {save.error.message}
        </p>
      )}
    </form>
  );
}
