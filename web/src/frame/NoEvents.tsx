import { Link } from 'react-router';
import type { AppView } from '../api/queries';

/** A room of an app that has no events yet. */
export function NoEvents({ app }: { app: AppView }) {
  return (
    <p className="serif empty-room">
      No events of {app.name} have been received yet.{' '}
      <Link to={`/a/${app.key}/intake`}>Import a file of events</Link> to fill this room.
    </p>
  );
}
