import { TermMark } from '../../help/TermMark';
import Box from '@mui/material/Box';
import { useState } from 'react';
import { IMPORTS_LISTED, useImports, useOlderImports, useStop, type ImportView } from '../../api/intake';
import type { AppView } from '../../api/queries';
import { instantIn } from '../../words/dates';
import { bytes, count } from '../../words/numbers';
import { TextButton } from '../../kit/buttons';
import { Table } from '../../kit/Table';
import { Hint } from '../../kit/Hint';

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
  const [showsOlder, setShowsOlder] = useState(false);
  const older = useOlderImports(app.key, showsOlder ? imports.data?.at(-1)?.id : undefined);
  if (imports.isError) return <p className="fall">{imports.error.message}</p>;
  if (!imports.data || imports.data.length === 0)
    return <p className="second">No file has been imported yet.</p>;
  const hasOlder = showsOlder ? older.hasNextPage : imports.data.length >= IMPORTS_LISTED;
  return (
    <>
      <Table className="ruled">
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
              <TermMark term="Duplicate" isQuiet />
            </th>
            <th scope="col" className="number">
              Rejected
              <TermMark term="Rejected row" isQuiet />
            </th>
            <th scope="col">Newest event</th>
          </tr>
        </thead>
        <tbody>
          {[...imports.data, ...older.runs].map((run) => (
            <ImportRows key={run.id} run={run} app={app} onRejected={onRejected} onLook={onLook} />
          ))}
        </tbody>
      </Table>
      {hasOlder && (
        <TextButton
          disabled={older.isFetching}
          onClick={() => (showsOlder ? void older.fetchNextPage() : setShowsOlder(true))}
        >
          Show older imports
        </TextButton>
      )}
      {older.isError && <p className="fall">{older.error.message}</p>}
    </>
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
        <Box component="td" sx={{ maxWidth: 280, overflow: 'hidden', textOverflow: 'ellipsis' }}>
          <Hint text={run.fileName}>
            {run.fileName} {run.bytes > 0 && <span className="second">{bytes(run.bytes)}</span>}
          </Hint>
        </Box>
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
            <TextButton onClick={() => onRejected(run.id)}>{count(run.heldBack)}</TextButton>
          ) : (
            '0'
          )}
        </td>
        <td>{run.newest ? instantIn(run.newest, app.zone) : '–'}</td>
      </tr>
      {run.message && (
        <tr>
          <td colSpan={9} className={failed ? 'wide fall' : 'wide'}>
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
    return <TextButton onClick={() => onLook(run)}>Review</TextButton>;
  }
  if (run.state !== 'RUNNING' && run.state !== 'WAITING' && run.state !== 'UPLOADING') return null;
  return (
    <>
      {run.state === 'RUNNING' && (
        <>
          <progress value={part} aria-label={`Reading ${run.fileName}`} /> {Math.floor(part * 100)}%{' '}
        </>
      )}
      <TextButton disabled={stop.isPending} onClick={() => stop.mutate(run.id)}>
        {run.state === 'UPLOADING' ? 'Remove' : 'Stop'}
      </TextButton>
    </>
  );
}
