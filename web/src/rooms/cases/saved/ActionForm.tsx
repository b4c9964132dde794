import { Row } from '../../../kit/layout';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import type { CaseRow, useChangeCase } from '../../../api/cases';
import type { Schemas } from '../../../api/queries';
import { Pick } from '../../../parts/condition/Pick';
import { STATUS } from '../../../words/changes';
import { DateField } from '../../../kit/DateField';

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
    <Row
      as="form"
      sx={{ gap: '8px 12px', p: '4px 0 12px' }}
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
        label="Action taken"
        value={action}
        onChange={(event) => setAction(event.target.value)}
        slotProps={{ htmlInput: { maxLength: 2_000 } }}
        multiline
      />
      <DateField label="Effective from" value={acted} onChange={setActed} />
      <Row>
        <Button type="submit" variant="contained" disabled={change.isPending || title.trim() === ''}>
          Save
        </Button>
        <Button onClick={onDone}>Cancel</Button>
      </Row>
      {change.isError && (
        <p className="fall" role="alert">
          {change.error.message}
        </p>
      )}
    </Row>
  );
}
