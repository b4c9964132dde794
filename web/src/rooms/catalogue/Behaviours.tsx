import Box from '@mui/material/Box';
import { Column } from '../../kit/layout';
import Button from '@mui/material/Button';
import { useMemo, useState } from 'react';
import {
  useBehaviours,
  useRemoveBehaviour,
  useWriteBehaviour,
  type BehaviourEntry,
  type BehaviourView,
} from '../../api/segments';
import { useNames } from '../../api/words';
import { EventsEditor } from '../../parts/condition/EventsEditor';
import { NamedFields } from '../../parts/named/NamedFields';
import { NamedRow, NamedTable } from '../../parts/named/NamedTable';
import { sayEvents } from '../../words/conditions';
import { TextButton } from '../../kit/buttons';
import { Check } from '../../kit/fields';

const NEW: BehaviourEntry = {
  name: '',
  description: '',
  owner: '',
  what: { event: [] },
  endsFirstPath: false,
};

interface BehavioursProps {
  app: string;
  mayChange: boolean;
}

/** Named behaviours: one or several events with conditions, that can stand wherever an event can. */
export function Behaviours({ app, mayChange }: BehavioursProps) {
  const behaviours = useBehaviours(app);
  const [editing, setEditing] = useState<BehaviourEntry>();
  const names = useNames(app);
  return (
    <Box className="sheet" sx={{ borderTop: 1, borderColor: 'divider', '& > p': { maxWidth: '80ch' } }}>
      <p className="serif">
        A behaviour is a name for one or several events with conditions, for example &ldquo;any play&rdquo;.
        You can choose it wherever you can choose an event. &ldquo;Any activity&rdquo; is one too: set at each
        event in the catalogue whether it counts as activity.
      </p>
      {mayChange && !editing && (
        <p>
          <Button variant="contained" onClick={() => setEditing(NEW)}>
            Create behaviour
          </Button>
        </p>
      )}
      {editing && (
        <BehaviourForm
          key={editing.name}
          app={app}
          entry={editing}
          isNew={editing.name === ''}
          onDone={() => setEditing(undefined)}
        />
      )}
      {behaviours.isError && <p className="fall">{behaviours.error.message}</p>}
      {behaviours.data && behaviours.data.length > 0 && (
        <NamedTable meaning="Events" people="Users ever">
          {behaviours.data.map((behaviour) => (
            <Row
              key={behaviour.name}
              app={app}
              behaviour={behaviour}
              what={sayEvents(behaviour.what, names)}
              mayChange={mayChange}
              onEdit={() => setEditing(behaviour)}
            />
          ))}
        </NamedTable>
      )}
    </Box>
  );
}

interface RowProps {
  app: string;
  behaviour: BehaviourView;
  what: string;
  mayChange: boolean;
  onEdit: () => void;
}

function Row({ app, behaviour, what, mayChange, onEdit }: RowProps) {
  const remove = useRemoveBehaviour(app);
  const who = useMemo(() => ({ did: { behaviour: behaviour.name } }), [behaviour.name]);
  return (
    <NamedRow
      app={app}
      of={behaviour}
      note={behaviour.endsFirstPath ? 'completes the first-time path' : undefined}
      says={what}
      who={who}
      mayChange={mayChange}
      onEdit={onEdit}
      onRemove={() => remove.mutate(behaviour.name)}
      fault={remove.error}
    />
  );
}

interface BehaviourFormProps {
  app: string;
  entry: BehaviourEntry;
  isNew: boolean;
  onDone: () => void;
}

function BehaviourForm({ app, entry, isNew, onDone }: BehaviourFormProps) {
  const [written, setWritten] = useState(entry);
  const save = useWriteBehaviour(app);
  const set = (part: Partial<BehaviourEntry>) => setWritten({ ...written, ...part });
  const { what } = written;
  const listed = 'either' in what && what.either.every((each) => 'event' in each || 'behaviour' in each);
  return (
    <Column
      as="form"
      sx={{ alignItems: 'stretch', gap: 2.5, mt: 1 }}
      onSubmit={(event) => {
        event.preventDefault();
        save.mutate(
          {
            name: written.name,
            description: written.description,
            owner: written.owner,
            what,
            endsFirstPath: written.endsFirstPath,
          },
          { onSuccess: onDone },
        );
      }}
    >
      <NamedFields value={written} renamed={isNew} onChange={set} />
      {(listed ? what.either : [what]).map((each, at, all) => (
        <EventsEditor
          key={at}
          app={app}
          label={at === 0 ? 'what' : 'or'}
          value={each}
          onChange={(next) =>
            set({
              what: listed ? { either: all.map((other, index) => (index === at ? next : other)) } : next,
            })
          }
        />
      ))}
      <TextButton
        sx={{ alignSelf: 'flex-start' }}
        onClick={() => set({ what: { either: [...(listed ? what.either : [what]), { event: [] }] } })}
      >
        Add another event …
      </TextButton>
      <Check
        label="Completes the first-time path (counted in the tide table)"
        checked={written.endsFirstPath}
        onChange={(endsFirstPath) => set({ endsFirstPath })}
      />
      <div>
        <Button type="submit" variant="contained" disabled={save.isPending || !written.name.trim()}>
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
