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
import { EventsEditor } from '../../frame/condition/EventsEditor';
import { NamedFields } from '../../frame/named/NamedFields';
import { NamedRow, NamedTable } from '../../frame/named/NamedTable';
import { sayEvents } from '../../words/conditions';

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
    <div className="behaviours">
      <p className="serif">
        A behaviour is one or several events by a name: &ldquo;any play&rdquo;, &ldquo;lit a beacon with three
        stars&rdquo;. It can be chosen wherever an event can. What counts as activity, &ldquo;anything
        active&rdquo;, is one too: it is changed at each event of this catalogue.
      </p>
      {mayChange && !editing && (
        <p>
          <Button variant="contained" onClick={() => setEditing(NEW)}>
            Name a behaviour
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
        <NamedTable meaning="What" people="People ever">
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
    </div>
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
      note={behaviour.endsFirstPath ? 'ends the first-time path' : undefined}
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
    <form
      className="entry-form"
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
      <button
        type="button"
        className="word condition-add"
        onClick={() => set({ what: { either: [...(listed ? what.either : [what]), { event: [] }] } })}
      >
        or something else …
      </button>
      <label>
        <input
          type="checkbox"
          checked={written.endsFirstPath}
          onChange={(event) => set({ endsFirstPath: event.target.checked })}
        />{' '}
        Doing it ends the first-time path (the tide table counts who does it for the first time)
      </label>
      <div>
        <Button type="submit" variant="contained" disabled={save.isPending || !written.name.trim()}>
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
