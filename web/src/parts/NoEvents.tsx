import { EmptyState } from '../kit/states';
import { Link } from 'react-router';
import type { AppView } from '../api/queries';

/** A room of an app that has no events yet. */
export function NoEvents({ app }: { app: AppView }) {
  return (
    <EmptyState component="p">
      No events of {app.name} have been received yet.{' '}
      <Link to={`/a/${app.key}/import`}>Import a file of events</Link> to use this room.
    </EmptyState>
  );
}
