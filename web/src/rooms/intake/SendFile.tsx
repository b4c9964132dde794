import Button from '@mui/material/Button';
import { useRef, useState, type DragEvent } from 'react';
import { useSendFile, type AppView } from '../../api/queries';

/** A place to drop a file, or a button to choose one. */
export function SendFile({ app }: { app: AppView }) {
  const send = useSendFile(app.key);
  const input = useRef<HTMLInputElement>(null);
  const [over, setOver] = useState(false);
  const drop = (event: DragEvent) => {
    event.preventDefault();
    setOver(false);
    const file = event.dataTransfer.files[0];
    if (file) send.mutate(file);
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
          {send.isPending ? 'Sending …' : 'Choose a file'}
        </Button>{' '}
        or drop it here: CSV in UTF-8, names in the first line.
        <input
          ref={input}
          type="file"
          accept=".csv,text/csv"
          aria-label="File of events"
          className="spoken"
          tabIndex={-1}
          onChange={(event) => {
            const file = event.target.files?.[0];
            if (file) send.mutate(file);
            event.target.value = '';
          }}
        />
      </div>
      <p className="second">
        Needed: <b>id</b>, <b>name</b>, <b>time</b> (2026-07-14T10:03:22Z, or without the Z by the clocks of{' '}
        {app.zone}), <b>install</b>. Known: source, received, account, amount, currency, revenue_type
        (purchase, ad, subscription, refund), platform, app_version, country, device_model, channel and more.
        Any other column becomes a property. A row sent twice counts once.
      </p>
      {send.error && (
        <p className="fall" role="alert">
          {send.error.message}
        </p>
      )}
    </div>
  );
}
