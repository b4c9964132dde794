import { useImports, type AppView, type ImportView } from '../../api/queries';
import { instantIn } from '../../words/dates';
import { bytes, count } from '../../words/numbers';

const STATES: Record<ImportView['state'], string> = {
  WAITING: 'waiting',
  RUNNING: 'reading',
  DONE: 'done',
  REFUSED: 'refused',
  BROKEN_OFF: 'broken off',
};

interface ImportsProps {
  app: AppView;
  onHeldBack: (importId: number) => void;
}

/** The files sent so far, newest first, with what became of their rows. */
export function Imports({ app, onHeldBack }: ImportsProps) {
  const imports = useImports(app.key);
  if (imports.isError) return <p className="fall">{imports.error.message}</p>;
  if (!imports.data || imports.data.length === 0) return <p className="second">No file has been sent yet.</p>;
  return (
    <table className="ruled">
      <thead>
        <tr>
          <th scope="col">File</th>
          <th scope="col">Sent</th>
          <th scope="col">By</th>
          <th scope="col">State</th>
          <th scope="col" className="number">
            Rows read
          </th>
          <th scope="col" className="number">
            Taken
          </th>
          <th scope="col" className="number">
            Already known
          </th>
          <th scope="col" className="number">
            Held back
          </th>
          <th scope="col">Newest event</th>
        </tr>
      </thead>
      <tbody>
        {imports.data.map((run) => (
          <ImportRows key={run.id} run={run} zone={app.zone} onHeldBack={onHeldBack} />
        ))}
      </tbody>
    </table>
  );
}

interface ImportRowsProps {
  run: ImportView;
  zone: string;
  onHeldBack: (importId: number) => void;
}

function ImportRows({ run, zone, onHeldBack }: ImportRowsProps) {
  const stopped = run.state === 'REFUSED' || run.state === 'BROKEN_OFF';
  return (
    <>
      <tr data-import={run.id}>
        <td className="file-name" title={run.fileName}>
          {run.fileName} <span className="second">{bytes(run.bytes)}</span>
        </td>
        <td>{instantIn(run.started, zone)}</td>
        <td>{run.byUser}</td>
        <td className={stopped ? 'fall' : undefined}>
          {STATES[run.state]}
          {run.state === 'RUNNING' && <Progress run={run} />}
        </td>
        <td className="number">{count(run.rowsRead)}</td>
        <td className="number">{count(run.taken)}</td>
        <td className="number">{count(run.known)}</td>
        <td className="number">
          {run.heldBack > 0 ? (
            <button className="word" onClick={() => onHeldBack(run.id)}>
              {count(run.heldBack)}
            </button>
          ) : (
            '0'
          )}
        </td>
        <td>{run.newest ? instantIn(run.newest, zone) : '–'}</td>
      </tr>
      {run.message && (
        <tr>
          <td colSpan={9} className={stopped ? 'message fall' : 'message'}>
            {run.message}
          </td>
        </tr>
      )}
    </>
  );
}

function Progress({ run }: { run: ImportView }) {
  const part = run.bytes > 0 ? Math.min(1, run.bytesRead / run.bytes) : 1;
  return (
    <>
      {' '}
      <progress value={part} aria-label={`Reading ${run.fileName}`} /> {Math.floor(part * 100)} %
    </>
  );
}
