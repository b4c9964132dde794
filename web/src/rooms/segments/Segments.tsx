import Button from '@mui/material/Button';
import { useMemo, useState } from 'react';
import { Link } from 'react-router';
import { useSession } from '../../api/queries';
import { useRemoveSegment, useSegments, type SegmentView } from '../../api/segments';
import { useNames } from '../../api/words';
import type { WatchedEntry } from '../../api/watched';
import { useFrame } from '../../model/frame';
import { NamedRow, NamedTable } from '../../parts/named/NamedTable';
import { NoEvents } from '../../parts/NoEvents';
import { peopleParam } from '../../model/question';
import { WatchIt } from '../../parts/WatchIt';
import { sayPeople, type Names } from '../../words/conditions';
import { sayOrigin } from '../../words/origin';
import { ReadyTable } from './ReadyTable';
import { SegmentForm } from './SegmentForm';
import { TextButton } from '../../kit/buttons';

/** Named groups of users: rules that are evaluated each time, and fixed lists. */
export default function Segments() {
  const { app, asked, rail } = useFrame();
  const segments = useSegments(app.key);
  const mayChange = useSession().data?.role !== 'READER';
  const [editing, setEditing] = useState<SegmentView | 'new'>();
  const [watching, setWatching] = useState<SegmentView>();
  const names = useNames(app.key);
  // What another room wants named comes with the address.
  const wanted = useMemo(() => peopleParam(asked.param('among')), [asked]);
  if (!rail) return <NoEvents app={app} />;
  const open = editing ?? (wanted ? 'new' : undefined);
  const done = () => {
    setEditing(undefined);
    if (wanted) asked.set({ among: null }, true);
  };
  return (
    <div className="sheet segments">
      <h1 className="serif">Segments</h1>
      {mayChange && !open && (
        <p>
          <Button variant="contained" onClick={() => setEditing('new')}>
            Create segment
          </Button>
        </p>
      )}
      {open && (
        <SegmentForm
          key={open === 'new' ? 'new' : open.id}
          app={app.key}
          segment={open === 'new' ? undefined : open}
          among={wanted}
          others={segments.data ?? []}
          onDone={done}
        />
      )}
      {watching && (
        <WatchIt
          key={watching.id}
          app={app.key}
          choices={[{ key: 'all', title: '', name: watching.name, question: figuresOf(watching) }]}
          asksWorse={false}
          about="Every headline metric of this segment is compared with its own past; a drop becomes a case."
          onDone={() => setWatching(undefined)}
        />
      )}
      {segments.isError && <p className="fall">{segments.error.message}</p>}
      {segments.data?.length === 0 && !open && (
        <p className="serif">
          A segment is a named group of users, for example &ldquo;lapsed payers&rdquo;. Every room can filter
          by it, split by it and compare it.
        </p>
      )}
      {segments.data && segments.data.length > 0 && (
        <NamedTable meaning="Definition" people="Users">
          {segments.data.map((segment) => (
            <Row
              key={segment.id}
              app={app.key}
              segment={segment}
              names={names}
              mayChange={mayChange}
              onEdit={() => setEditing(segment)}
              onWatch={() => setWatching(segment)}
            />
          ))}
        </NamedTable>
      )}
      {segments.data && (
        <ReadyTable
          app={app.key}
          taken={new Set(segments.data.map(({ name }) => name))}
          mayChange={mayChange}
        />
      )}
    </div>
  );
}

interface RowProps {
  app: string;
  segment: SegmentView;
  names: Names;
  mayChange: boolean;
  onEdit: () => void;
  onWatch: () => void;
}

/** Its headline figures, as what shall be watched. */
const figuresOf = (segment: SegmentView): WatchedEntry['question'] => ({
  watched: null,
  measures: null,
  formulas: null,
  only: null,
  among: { segment: segment.id },
});

function Row({ app, segment, names, mayChange, onEdit, onWatch }: RowProps) {
  const who = useMemo(() => ({ segment: segment.id }), [segment.id]);
  const remove = useRemoveSegment(app);
  const among = encodeURIComponent(JSON.stringify(who));
  return (
    <NamedRow
      app={app}
      of={segment}
      note={segment.fixed ? 'fixed list' : undefined}
      says={segment.among ? sayPeople(segment.among, names) : sayOrigin(segment.origin, names)}
      who={who}
      links={
        <>
          <Link to={`/a/${app}/users?among=${among}`}>Show users</Link>
          <Link to={`/a/${app}/metrics?among=${among}`}>Open in Metrics</Link>
          <Link to={`/a/${app}/compare?first=${among}`}>Compare</Link>
          {mayChange && <TextButton onClick={onWatch}>Create monitor</TextButton>}
        </>
      }
      mayChange={mayChange}
      onEdit={onEdit}
      onRemove={() => remove.mutate(segment.id)}
      fault={remove.error}
    />
  );
}
