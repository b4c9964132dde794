import { useImports, useStop, type ImportView } from '../../api/intake';
import type { AppView } from '../../api/queries';
import { instantIn } from '../../words/dates';
import { bytes, count } from '../../words/numbers';

const STATES: Record<ImportView['state'], string> = {
  UPLOADING: 'upload interrupted',
  LOOKED_AT: 'needs review',
  WAITING: 'waiting',
  RUNNING: 'reading',
  DONE: 'done',
  REFUSED: 'refused',
  BROKEN_OFF: 'interrupted',
  STOPPED: 'stopped',
};

interface ImportsProps {
  app: AppView;
  onRejected: (importId: number) => void;
  onLook: (run: ImportView) => void;
}

/** The files sent so far, newest first, with what became of their rows. */
export function Imports({ app, onRejected, onLook }: ImportsProps) {
  const imports = useImports(app.key);
  if (imports.isError) return <p className="fall">{imports.error.message}</p>;
  if (!imports.data || imports.data.length === 0)
    return <p className="second">No file has been imported yet.</p>;
  return (
    <table className="ruled">
      <thead>
        <tr>
          <th scope="col">File</th>
          <th scope="col">Uploaded</th>
          <th scope="col">By</th>
          <th scope="col">State</th>
          <th scope="col" className="number">
            Rows read
          </th>
          <th scope="col" className="number">
            Accepted
          </th>
          <th scope="col" className="number">
            Duplicates
          </th>
          <th scope="col" className="number">
            Rejected
          </th>
          <th scope="col">Newest event</th>
        </tr>
      </thead>
      <tbody>
        {imports.data.map((run) => (
          <ImportRows key={run.id} run={run} app={app} onRejected={onRejected} onLook={onLook} />
        ))}
      </tbody>
    </table>
  );
}

interface ImportRowsProps extends ImportsProps {
  run: ImportView;
}

function ImportRows({ run, app, onRejected, onLook }: ImportRowsProps) {
  const failed = run.state === 'REFUSED' || run.state === 'BROKEN_OFF';
  return (
    <>
      <tr data-import={run.id}>
        <td className="file-name" title={run.fileName}>
          {run.fileName} {run.bytes > 0 && <span className="second">{bytes(run.bytes)}</span>}
        </td>
        <td>{instantIn(run.started, app.zone)}</td>
        <td>{run.byUser}</td>
        <td className={failed ? 'fall' : undefined}>
          {STATES[run.state]} <Step run={run} app={app} onLook={onLook} />
        </td>
        <td className="number">{count(run.rowsRead)}</td>
        <td className="number">{count(run.taken)}</td>
        <td className="number">{count(run.known)}</td>
        <td className="number">
          {run.heldBack > 0 ? (
            <button className="word" onClick={() => onRejected(run.id)}>
              {count(run.heldBack)}
            </button>
          ) : (
            '0'
          )}
        </td>
        <td>{run.newest ? instantIn(run.newest, app.zone) : '–'}</td>
      </tr>
      {run.message && (
        <tr>
          <td colSpan={9} className={failed ? 'message fall' : 'message'}>
            {run.message}
          </td>
        </tr>
      )}
    </>
  );
}

/** What can be done about a file that has not come to its end. */
function Step({ run, app, onLook }: { run: ImportView; app: AppView; onLook: (run: ImportView) => void }) {
  const stop = useStop(app.key);
  const part = run.bytes > 0 ? Math.min(1, run.bytesRead / run.bytes) : 1;
  if (run.state === 'LOOKED_AT') {
    return (
      <button className="word" onClick={() => onLook(run)}>
        Review
      </button>
    );
  }
  if (run.state !== 'RUNNING' && run.state !== 'WAITING' && run.state !== 'UPLOADING') return null;
  return (
    <>
      {run.state === 'RUNNING' && (
        <>
          <progress value={part} aria-label={`Reading ${run.fileName}`} /> {Math.floor(part * 100)}%{' '}
        </>
      )}
      <button className="word" disabled={stop.isPending} onClick={() => stop.mutate(run.id)}>
        {run.state === 'UPLOADING' ? 'Remove' : 'Stop'}
      </button>
    </>
  );
}
