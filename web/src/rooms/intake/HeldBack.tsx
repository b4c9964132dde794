import Button from '@mui/material/Button';
import { useState } from 'react';
import { useHeldBack, type AppView } from '../../api/queries';
import { count, plural } from '../../words/numbers';

interface HeldBackProps {
  app: AppView;
  /** Only rows of this import; of all if absent. */
  importId: number | undefined;
  onAll: () => void;
}

/** Rows that could not be accepted, with their place and reason, page by page. */
export function HeldBack({ app, importId, onAll }: HeldBackProps) {
  const [place, setPlace] = useState<{ importId: number | undefined; page: number }>({ importId, page: 0 });
  const page = place.importId === importId ? place.page : 0;
  const answer = useHeldBack(app.key, importId, page);
  if (answer.isError) return <p className="fall">{answer.error.message}</p>;
  if (!answer.data) return null;
  const { total, rows, pageRows } = answer.data;
  if (total === 0) return <p className="second">No row is held back.</p>;
  const pages = Math.ceil(total / pageRows);
  const file = `/api/apps/${app.key}/held-back.csv${importId === undefined ? '' : `?importId=${importId}`}`;
  return (
    <>
      <p>
        {plural(total, 'row')}
        {importId === undefined ? ' of all files' : ' of this file'}, kept as they came.{' '}
        {importId !== undefined && (
          <button className="word" onClick={onAll}>
            Show all
          </button>
        )}{' '}
        <a href={file} download>
          Save as CSV
        </a>
      </p>
      <table className="ruled held-back">
        <thead>
          <tr>
            <th scope="col" className="number">
              Line
            </th>
            <th scope="col">Field</th>
            <th scope="col">Reason</th>
            <th scope="col">Row</th>
          </tr>
        </thead>
        <tbody>
          {rows.map((row) => (
            <tr key={row.id}>
              <td className="number">{count(row.line)}</td>
              <td>{row.field ?? '–'}</td>
              <td className="reason">{row.reason}</td>
              <td className="content" title={row.content}>
                {row.content}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      {pages > 1 && (
        <p>
          <Button disabled={page === 0} onClick={() => setPlace({ importId, page: page - 1 })}>
            Earlier
          </Button>
          Page {page + 1} of {count(pages)}
          <Button disabled={page + 1 >= pages} onClick={() => setPlace({ importId, page: page + 1 })}>
            Later
          </Button>
        </p>
      )}
    </>
  );
}
