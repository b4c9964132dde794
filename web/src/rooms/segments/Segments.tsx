import Button from '@mui/material/Button';
import { useMemo, useState } from 'react';
import { Link } from 'react-router';
import { useSession } from '../../api/queries';
import { useRemoveSegment, useSegments, type SegmentView } from '../../api/segments';
import { useNames } from '../../api/words';
import type { WatchedEntry } from '../../api/watched';
import { useFrame } from '../../frame/Frame';
import { NamedRow, NamedTable } from '../../frame/named/NamedTable';
import { NoEvents } from '../../frame/NoEvents';
import { peopleParam } from '../../frame/question';
import { WatchIt } from '../../frame/WatchIt';
import { sayPeople, type Names } from '../../words/conditions';
import { sayOrigin } from '../../words/origin';
import { SegmentForm } from './SegmentForm';
import './segments.css';

/** People by name: rules that are asked anew each time, and lists as they were found. */
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
            Make a segment
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
          about="Every headline figure of these people is held against its own past, and a fall of one is a case."
          onDone={() => setWatching(undefined)}
        />
      )}
      {segments.isError && <p className="fall">{segments.error.message}</p>}
      {segments.data?.length === 0 && !open && (
        <p className="serif">
          A segment is some people by a name: &ldquo;payers gone quiet&rdquo;, &ldquo;arrived by the harbour
          video&rdquo;. Once named it can be asked about, split by and put side by side in every room.
        </p>
      )}
      {segments.data && segments.data.length > 0 && (
        <NamedTable meaning="Who" people="People">
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
      note={segment.fixed ? 'a list' : undefined}
      says={segment.among ? sayPeople(segment.among, names) : sayOrigin(segment.origin, names)}
      who={who}
      links={
        <>
          <Link to={`/a/${app}/register?among=${among}`}>people</Link>
          <Link to={`/a/${app}/measures?among=${among}`}>measure</Link>
          <Link to={`/a/${app}/contrast?first=${among}`}>side by side</Link>
          {mayChange && (
            <button className="word" onClick={onWatch}>
              watch
            </button>
          )}
        </>
      }
      mayChange={mayChange}
      onEdit={onEdit}
      onRemove={() => remove.mutate(segment.id)}
      fault={remove.error}
    />
  );
}
