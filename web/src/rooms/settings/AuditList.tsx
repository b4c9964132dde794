import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import type { AppView } from '../../api/queries';
import { auditQuery, useAudit, type AuditFilter } from '../../api/settings';
import { instantIn } from '../../words/dates';
import { count, plural } from '../../words/numbers';

const NONE: AuditFilter = { who: '', action: '', app: '', from: '', to: '' };

const FIELDS: { name: keyof AuditFilter; label: string; type: 'text' | 'date' }[] = [
  { name: 'who', label: 'Who', type: 'text' },
  { name: 'action', label: 'Action', type: 'text' },
  { name: 'app', label: 'App (short name)', type: 'text' },
  { name: 'from', label: 'From', type: 'date' },
  { name: 'to', label: 'Until before', type: 'date' },
];

/** What was changed, by whom and when; newest first. */
export function AuditList({ app }: { app: AppView }) {
  const [page, setPage] = useState(0);
  const [filter, setFilter] = useState<AuditFilter>(NONE);
  const audit = useAudit(filter, page);
  const change = (next: Partial<AuditFilter>) => {
    setFilter({ ...filter, ...next });
    setPage(0);
  };
  if (audit.isError) return <p className="fall">{audit.error.message}</p>;
  if (!audit.data) return null;
  const pages = Math.ceil(audit.data.total / audit.data.pageRows);
  return (
    <>
      <h1 className="serif">Audit log</h1>
      <form className="line-form" onSubmit={(event) => event.preventDefault()}>
        {FIELDS.map(({ name, label, type }) => (
          <TextField
            key={name}
            label={label}
            type={type}
            value={filter[name]}
            slotProps={{ inputLabel: { shrink: true } }}
            onChange={(event) => change({ [name]: event.target.value })}
          />
        ))}
        <Button disabled={filter === NONE} onClick={() => change(NONE)}>
          Clear
        </Button>
        <a href={`/api/audit.csv?${new URLSearchParams(auditQuery(filter)).toString()}`} download>
          Save as CSV
        </a>
      </form>
      <p className="second">
        {plural(audit.data.total, 'entry', 'entries')}. Names and actions are matched exactly; days are those
        of UTC, the last one not included.
      </p>
      <table className="ruled">
        <thead>
          <tr>
            <th scope="col">When</th>
            <th scope="col">Who</th>
            <th scope="col">App</th>
            <th scope="col">Action</th>
            <th scope="col">Detail</th>
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
