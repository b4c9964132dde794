import Button from '@mui/material/Button';
import { useState } from 'react';
import type { AppView } from '../../api/queries';
import { useAudit } from '../../api/settings';
import { instantIn } from '../../words/dates';
import { count } from '../../words/numbers';

/** What was changed, by whom and when; newest first. */
export function AuditList({ app }: { app: AppView }) {
  const [page, setPage] = useState(0);
  const audit = useAudit(page);
  if (audit.isError) return <p className="fall">{audit.error.message}</p>;
  if (!audit.data) return null;
  const pages = Math.ceil(audit.data.total / audit.data.pageRows);
  return (
    <>
      <h1 className="serif">What was done</h1>
      <table className="ruled">
        <thead>
          <tr>
            <th scope="col">When</th>
            <th scope="col">Who</th>
            <th scope="col">App</th>
            <th scope="col">What</th>
            <th scope="col">To what</th>
          </tr>
        </thead>
        <tbody>
          {audit.data.entries.map((entry) => (
            <tr key={entry.id}>
              <td>{instantIn(entry.at, app.zone)}</td>
              <td>{entry.who}</td>
              <td>{entry.app ?? '–'}</td>
              <td>{entry.action}</td>
              <td className="wide">{entry.detail}</td>
            </tr>
          ))}
        </tbody>
      </table>
      {pages > 1 && (
        <p>
          <Button disabled={page === 0} onClick={() => setPage(page - 1)}>
            Newer
          </Button>
          Page {page + 1} of {count(pages)}
          <Button disabled={page + 1 >= pages} onClick={() => setPage(page + 1)}>
            Older
          </Button>
        </p>
      )}
    </>
  );
}
