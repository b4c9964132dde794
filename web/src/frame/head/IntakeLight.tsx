import { Link } from 'react-router';
import { useImports, useIntakeNow } from '../../api/intake';

const LIVE_MS = 60_000;

/** Whether events are coming in: a file being read, a program sending, or quiet. */
export function IntakeLight({ app }: { app: string }) {
  const imports = useImports(app);
  const now = useIntakeNow(app);
  const running = imports.data?.find((run) => run.state === 'RUNNING' || run.state === 'WAITING');
  const part = running && running.bytes > 0 ? Math.floor((100 * running.bytesRead) / running.bytes) : 0;
  const newest = now.data?.newestLive;
  const live = newest !== null && newest !== undefined && now.dataUpdatedAt - Date.parse(newest) < LIVE_MS;
  const fault = now.data?.fault;
  if (fault)
    return (
      <Link to={`/a/${app}/import`} className="fall" aria-description={fault} data-intake="faulty">
        Import: newest events not read
      </Link>
    );
  return (
    <Link to={`/a/${app}/import`} data-intake={running ? 'reading' : live ? 'live' : 'quiet'}>
      <svg width="9" height="9" aria-hidden="true">
        {running && <rect width="9" height="9" fill="var(--release)" />}
        {!running && live && <circle cx="4.5" cy="4.5" r="4" fill="var(--act)" />}
        {!running && !live && <circle cx="4.5" cy="4.5" r="3.5" fill="none" stroke="var(--ink2)" />}
      </svg>{' '}
      Import: {running ? `reading, ${part}%` : live ? 'live' : 'idle'}
    </Link>
  );
}
