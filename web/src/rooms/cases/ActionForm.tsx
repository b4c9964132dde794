import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import type { CaseRow, useChangeCase } from '../../api/cases';
import type { Schemas } from '../../api/queries';
import { Pick } from '../../frame/condition/Pick';
import { STATUS } from '../../words/changes';

interface ActionFormProps {
  entry: Schemas['CaseEntry'];
  change: ReturnType<typeof useChangeCase>;
  onDone: () => void;
}

const STATUSES = Object.entries(STATUS).map(([value, name]) => ({ value: value as CaseRow['status'], name }));

/** Title and status of a case, what was done about it, and from which day on that should help. */
export function ActionForm({ entry, change, onDone }: ActionFormProps) {
  const [title, setTitle] = useState(entry.title);
  const [status, setStatus] = useState(entry.status);
  const [action, setAction] = useState(entry.action);
  const [acted, setActed] = useState(entry.acted ?? '');
  return (
    <form
      className="case-action"
      onSubmit={(event) => {
        event.preventDefault();
        change.mutate(
          { ...entry, title, status, action, acted: acted === '' ? null : acted },
          { onSuccess: onDone },
        );
      }}
    >
      <TextField
        label="Title"
        value={title}
        onChange={(event) => setTitle(event.target.value)}
        slotProps={{ htmlInput: { maxLength: 200 } }}
        autoFocus
      />
      <Pick label="Status" value={status} options={STATUSES} onChange={setStatus} width={140} />
      <TextField
        label="What was done"
        value={action}
        onChange={(event) => setAction(event.target.value)}
        slotProps={{ htmlInput: { maxLength: 2_000 } }}
        multiline
      />
      <TextField
        label="It should help from"
        type="date"
        value={acted}
        onChange={(event) => setActed(event.target.value)}
        slotProps={{ inputLabel: { shrink: true } }}
      />
      <div className="condition-adds">
        <Button type="submit" variant="contained" disabled={change.isPending || title.trim() === ''}>
          Keep it
        </Button>
        <Button onClick={onDone}>Leave it</Button>
      </div>
      {change.isError && (
        <p className="fall" role="alert">
          {change.error.message}
        </p>
      )}
    </form>
  );
}
