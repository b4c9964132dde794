import Button from '@mui/material/Button';
import { useMemo, useState } from 'react';
import { Link } from 'react-router';
import { useSession } from '../../api/queries';
import { useRemoveSegment, useSegments, type SegmentView } from '../../api/segments';
import { useNames, usePeopleCount } from '../../api/words';
import { useFrame } from '../../frame/Frame';
import { NoEvents } from '../../frame/NoEvents';
import { peopleParam } from '../../frame/question';
import { sayPeople, type Names } from '../../words/conditions';
import { dateWords } from '../../words/dates';
import { count, share } from '../../words/numbers';
import { SegmentForm } from './SegmentForm';
import './segments.css';

/** People by name: rules that are asked anew each time, and lists as they were found. */
export default function Segments() {
  const { app, asked, rail } = useFrame();
  const segments = useSegments(app.key);
  const mayChange = useSession().data?.role !== 'READER';
  const [editing, setEditing] = useState<SegmentView | 'new'>();
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
    <div className="segments">
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
      {segments.isError && <p className="fall">{segments.error.message}</p>}
      {segments.data?.length === 0 && !open && (
        <p className="serif">
          A segment is some people by a name: &ldquo;payers gone quiet&rdquo;, &ldquo;arrived by the harbour
          video&rdquo;. Once named it can be asked about, split by and put side by side in every room.
        </p>
      )}
      {segments.data && segments.data.length > 0 && (
        <table className="ruled">
          <thead>
            <tr>
              <th scope="col">Name</th>
              <th scope="col">Who</th>
              <th scope="col" className="number">
                People
              </th>
              <th scope="col" className="number">
                Of all
              </th>
              <th scope="col">Used by</th>
              <th scope="col">Owner</th>
              <th scope="col">Changed</th>
              <th scope="col">
                <span className="spoken">Actions</span>
              </th>
            </tr>
          </thead>
          <tbody>
            {segments.data.map((segment) => (
              <Row
                key={segment.id}
                app={app.key}
                segment={segment}
                names={names}
                mayChange={mayChange}
                onEdit={() => setEditing(segment)}
              />
            ))}
          </tbody>
        </table>
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
}

function Row({ app, segment, names, mayChange, onEdit }: RowProps) {
  const who = useMemo(() => ({ segment: segment.id }), [segment.id]);
  const counted = usePeopleCount(app, who).data?.answer;
  const remove = useRemoveSegment(app);
  const among = encodeURIComponent(JSON.stringify(who));
  return (
    <>
      <tr data-segment={segment.name}>
        <td>
          {segment.name}
          {segment.fixed && <span className="second"> · a list</span>}
        </td>
        <td className="segment-who">
          {segment.among ? sayPeople(segment.among, names) : segment.origin}
          {segment.description && <span className="second"> {segment.description}</span>}
        </td>
        <td className="number">{counted ? count(counted.people) : '…'}</td>
        <td className="number">{counted && counted.all > 0 ? share(counted.people / counted.all) : '…'}</td>
        <td>{segment.usedBy.join(', ') || '–'}</td>
        <td>{segment.owner || '–'}</td>
        <td>
          {dateWords(segment.changed.slice(0, 10))} by {segment.changedBy}
        </td>
        <td className="segment-actions">
          <Link to={`/a/${app}/register?among=${among}`}>people</Link>{' '}
          <Link to={`/a/${app}/measures?among=${among}`}>measure</Link>{' '}
          <Link to={`/a/${app}/contrast?first=${among}`}>side by side</Link>{' '}
          {mayChange && (
            <>
              <button className="word" onClick={onEdit}>
                change
              </button>{' '}
              <button className="word" onClick={() => remove.mutate(segment.id)}>
                remove
              </button>
            </>
          )}
        </td>
      </tr>
      {remove.error && (
        <tr>
          <td colSpan={8} className="fall" role="alert">
            {remove.error.message}
          </td>
        </tr>
      )}
    </>
  );
}
