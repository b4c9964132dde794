import { FormLine } from '../../../kit/layout';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import type { AppView } from '../../../api/queries';
import { useMarks, useRemove, useSaveMark, type EnteredMark } from '../../../api/settings';
import { instantIn } from '../../../words/dates';
import { ActionsHead, RowActions } from '../RowActions';
import { fieldOf, instantOf } from './times';
import { Table } from '../../../kit/Table';
import { Select } from '../../../kit/fields';
import { DateField } from '../../../kit/DateField';

type Kind = EnteredMark['kind'];

const KINDS: Record<Kind, string> = {
  CAMPAIGN: 'campaign',
  INCIDENT: 'incident',
  HOLIDAY: 'holiday',
  NOTE: 'note',
};

/** What else happened to an app: campaigns, incidents, holidays, notes. */
export function MarkList({ app, mayChange }: { app: AppView; mayChange: boolean }) {
  const marks = useMarks(app.key);
  const remove = useRemove(app.key);
  const [editing, setEditing] = useState<EnteredMark | 'new'>();
  if (marks.isError) return <p className="fall">{marks.error.message}</p>;
  return (
    <>
      <h1 className="serif">Annotations</h1>
      {mayChange && (
        <p>
          <Button variant="contained" onClick={() => setEditing('new')}>
            Add annotation
          </Button>
        </p>
      )}
      {editing && (
        <MarkForm
          key={editing === 'new' ? 'new' : editing.id}
          app={app}
          mark={editing === 'new' ? undefined : editing}
          onDone={() => setEditing(undefined)}
        />
      )}
      {marks.data?.length === 0 ? (
        <p>No annotations yet.</p>
      ) : (
        <Table className="ruled">
          <thead>
            <tr>
              <th scope="col">Name</th>
              <th scope="col">Kind</th>
              <th scope="col">Begins</th>
              <th scope="col">Ends</th>
              {mayChange && <ActionsHead />}
            </tr>
          </thead>
          <tbody>
            {marks.data?.map((mark) => (
              <tr key={mark.id}>
                <th scope="row">{mark.name}</th>
                <td>{KINDS[mark.kind]}</td>
                <td>{instantIn(mark.starts, app.zone)}</td>
                <td>{mark.ends ? instantIn(mark.ends, app.zone) : '–'}</td>
                {mayChange && (
                  <RowActions
                    what={`the ${KINDS[mark.kind]} “${mark.name}”`}
                    onChange={() => setEditing(mark)}
                    onRemove={() => remove.mutate({ what: 'mark', id: mark.id })}
                  />
                )}
              </tr>
            ))}
          </tbody>
        </Table>
      )}
      {remove.error && <p className="fall">{remove.error.message}</p>}
    </>
  );
}

interface MarkFormProps {
  app: AppView;
  mark: EnteredMark | undefined;
  onDone: () => void;
}

function MarkForm({ app, mark, onDone }: MarkFormProps) {
  const [name, setName] = useState(mark?.name ?? '');
  const [kind, setKind] = useState<Kind>(mark?.kind ?? 'NOTE');
  const [starts, setStarts] = useState(mark ? fieldOf(mark.starts, app.zone) : '');
  const [ends, setEnds] = useState(mark?.ends ? fieldOf(mark.ends, app.zone) : '');
  const save = useSaveMark(app.key);
  const submit = () => {
    const entry = {
      name: name.trim(),
      kind,
      starts: instantOf(starts, app.zone),
      ends: ends ? instantOf(ends, app.zone) : null,
    };
    save.mutate(mark ? { id: mark.id, entry } : { entry }, { onSuccess: onDone });
  };
  return (
    <form
      className="entry"
      onSubmit={(event) => {
        event.preventDefault();
        submit();
      }}
    >
      <FormLine>
        <TextField label="Name" required value={name} onChange={(event) => setName(event.target.value)} />
        <Select label="Kind" value={kind} options={KINDS} onChange={setKind} />
        <DateField hasTime label={`Begins (${app.zone})`} required value={starts} onChange={setStarts} />
        <DateField hasTime label="Ends (optional)" value={ends} onChange={setEnds} />
      </FormLine>
      <Button type="submit" variant="contained" disabled={save.isPending}>
        {mark ? 'Save' : 'Add'}
      </Button>{' '}
      <Button onClick={onDone}>Cancel</Button>
      {save.error && (
        <p className="fall" role="alert">
          {save.error.message}
        </p>
      )}
    </form>
  );
}
