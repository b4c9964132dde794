import Button from '@mui/material/Button';
import { useRef } from 'react';
import type { AppView } from '../../api/queries';
import { useImportMarks } from '../../api/settings';
import { count } from '../../words/numbers';

/** Releases and marks from a file; all of it or nothing. */
export function ImportMarks({ app }: { app: AppView }) {
  const bring = useImportMarks(app.key);
  const input = useRef<HTMLInputElement>(null);
  return (
    <>
      <Button onClick={() => input.current?.click()} disabled={bring.isPending}>
        From a file
      </Button>
      <input
        ref={input}
        type="file"
        accept=".csv,.json"
        aria-label="File of releases and marks"
        className="spoken"
        tabIndex={-1}
        onChange={(event) => {
          const file = event.target.files?.[0];
          if (file) bring.mutate(file);
          event.target.value = '';
        }}
      />{' '}
      <span className="second">
        CSV with the columns kind (release, campaign, incident, holiday, note), name, starts, ends, platform,
        build, share; or JSON.
      </span>
      {bring.data && (
        <span role="status">
          {' '}
          {count(bring.data.entered)} entered, {count(bring.data.changed)} changed.
        </span>
      )}
      {bring.error && (
        <span className="fall" role="alert">
          {' '}
          {bring.error.message}
        </span>
      )}
    </>
  );
}
