import type { AppView } from '../../../api/queries';
import { useImportMarks } from '../../../api/settings';
import { count } from '../../../words/numbers';
import { FileButton } from '../../../parts/FileButton';

/** Releases and marks from a file; all of it or nothing. */
export function ImportMarks({ app }: { app: AppView }) {
  const bring = useImportMarks(app.key);
  return (
    <>
      <FileButton
        name="From a file"
        label="File of releases and annotations"
        accept=".csv,.json"
        disabled={bring.isPending}
        onFile={(file) => bring.mutate(file)}
      />
      <span className="second">
        CSV with the columns kind (release, campaign, incident, holiday, note), name, starts, ends, platform,
        build, share; or JSON.
      </span>
      {bring.data && (
        <span role="status">
          {' '}
          {count(bring.data.entered)} added, {count(bring.data.changed)} changed.
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
