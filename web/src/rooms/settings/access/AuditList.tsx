import { FormLine } from '../../../kit/layout';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import type { AppView } from '../../../api/queries';
import { auditQuery, useAudit, type AuditEntry, type AuditFilter } from '../../../api/settings';
import { instantIn } from '../../../words/dates';
import { DataTable, type DataColumn } from '../../../kit/DataTable';
import { Pages } from '../../../kit/Pages';
import { plural } from '../../../words/numbers';
import { DateField } from '../../../kit/DateField';

const NONE: AuditFilter = { who: '', action: '', app: '', from: '', to: '' };

const TEXTS = { who: 'Who', action: 'Action', app: 'App (short name)' } as const;
const DAYS = { from: 'From', to: 'Before day' } as const;

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
  const { pageRows } = audit.data;
  return (
    <>
      <h1 className="serif">Audit log</h1>
      <FormLine as="form" onSubmit={(event) => event.preventDefault()}>
        {(Object.keys(TEXTS) as (keyof typeof TEXTS)[]).map((name) => (
          <TextField
            key={name}
            label={TEXTS[name]}
            value={filter[name]}
            onChange={(event) => change({ [name]: event.target.value })}
          />
        ))}
        {(Object.keys(DAYS) as (keyof typeof DAYS)[]).map((name) => (
          <DateField
            key={name}
            label={DAYS[name]}
            value={filter[name]}
            onChange={(day) => change({ [name]: day })}
          />
        ))}
        <Button disabled={filter === NONE} onClick={() => change(NONE)}>
          Clear
        </Button>
        <a href={`/api/audit.csv?${new URLSearchParams(auditQuery(filter)).toString()}`} download>
          Export CSV
        </a>
      </FormLine>
      <p className="second">
        {plural(audit.data.total, 'entry', 'entries')}. Names and actions must match exactly. Days are in UTC;
        the last one is not included.
      </p>
      <DataTable label="Audit log" columns={columnsOf(app)} rows={audit.data.entries} wraps />
      <Pages
        from={page * pageRows}
        page={pageRows}
        all={audit.data.total}
        none="No entries."
        onGo={(from) => setPage(Math.round(from / pageRows))}
      />
    </>
  );
}

const columnsOf = (app: AppView): DataColumn<AuditEntry>[] => [
  { key: 'at', name: 'When', width: 160, text: (entry) => instantIn(entry.at, app.zone) },
  { key: 'who', name: 'Who', width: 110, text: (entry) => entry.who },
  { key: 'app', name: 'App', width: 110, text: (entry) => entry.app ?? '\u2013' },
  { key: 'action', name: 'Action', width: 170, text: (entry) => entry.action },
  { key: 'detail', name: 'Detail', width: 240, fills: true, text: (entry) => entry.detail },
];
