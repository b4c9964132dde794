import Button from '@mui/material/Button';
import { useRef, useState, type DragEvent } from 'react';
import { useSendFile, wasStopped, type ImportView } from '../../api/intake';
import type { AppView } from '../../api/queries';
import { bytes } from '../../words/numbers';

interface SendFileProps {
  app: AppView;
  onHere: (run: ImportView) => void;
}

/** A place to drop a file, or a button to choose one; it is sent in pieces and can be stopped and gone on with. */
export function SendFile({ app, onHere }: SendFileProps) {
  const send = useSendFile(app.key);
  const input = useRef<HTMLInputElement>(null);
  const stopper = useRef<AbortController>(undefined);
  const [over, setOver] = useState(false);
  const [progress, setProgress] = useState<ImportView>();
  const start = (file: File | undefined) => {
    if (!file) return;
    stopper.current = new AbortController();
    setProgress(undefined);
    send.mutate(
      { file, signal: stopper.current.signal, onProgress: setProgress },
      { onSuccess: (run) => run.state === 'LOOKED_AT' && onHere(run) },
    );
  };
  const drop = (event: DragEvent) => {
    event.preventDefault();
    setOver(false);
    start(event.dataTransfer.files[0]);
  };
  return (
    <div
      className={over ? 'drop over' : 'drop'}
      onDragOver={(event) => {
        event.preventDefault();
        setOver(true);
      }}
      onDragLeave={() => setOver(false)}
      onDrop={drop}
    >
      <div>
        <Button variant="contained" disabled={send.isPending} onClick={() => input.current?.click()}>
          Choose a file
        </Button>{' '}
        {send.isPending ? (
          <SendingLine run={progress} onStop={() => stopper.current?.abort()} />
        ) : (
          'or drop it here: CSV, NDJSON or Parquet, also with gzip. A list of purchases is enough.'
        )}
        <input
          ref={input}
          type="file"
          accept=".csv,.tsv,.txt,.json,.ndjson,.jsonl,.parquet,.gz,text/csv"
          aria-label="File of events"
          className="spoken"
          tabIndex={-1}
          onChange={(event) => {
            start(event.target.files?.[0]);
            event.target.value = '';
          }}
        />
      </div>
      <p className="second">
        Nothing is imported before you have reviewed how the file is read. Every row is accepted, a duplicate,
        or rejected with a reason. A row sent twice counts once.
      </p>
      {send.error && !wasStopped(send.error) && (
        <p className="fall" role="alert">
          {send.error.message} Choose the same file to continue.
        </p>
      )}
      {wasStopped(send.error) && <p>The upload was stopped. Choose the same file to continue.</p>}
    </div>
  );
}

function SendingLine({ run, onStop }: { run: ImportView | undefined; onStop: () => void }) {
  return (
    <span role="status">
      Uploading {run?.fileName}{' '}
      {run && (
        <>
          <progress value={run.bytesHere / run.bytes} aria-label="Upload" /> {bytes(run.bytesHere)} of{' '}
          {bytes(run.bytes)}
        </>
      )}{' '}
      <button className="word" onClick={onStop}>
        Stop
      </button>
    </span>
  );
}
