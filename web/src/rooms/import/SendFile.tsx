import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useRef, useState, type DragEvent } from 'react';
import { useSendFile, wasStopped, type ImportView } from '../../api/intake';
import type { AppView } from '../../api/queries';
import { bytes } from '../../words/numbers';
import { TextButton } from '../../kit/buttons';
import { FileInput } from '../../kit/fields';

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
    <Box
      sx={{
        border: '1px dashed var(--ink2)',
        p: '14px 16px 8px',
        maxWidth: 900,
        ...(over && { bgcolor: 'var(--hover)' }),
        '& button': { mr: 2 },
        '& p': { m: '8px 0 4px' },
      }}
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
        <FileInput
          ref={input}
          accept=".csv,.tsv,.txt,.json,.ndjson,.jsonl,.parquet,.gz,text/csv"
          label="File of events"
          onFile={start}
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
    </Box>
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
      <TextButton onClick={onStop}>Stop</TextButton>
    </span>
  );
}
