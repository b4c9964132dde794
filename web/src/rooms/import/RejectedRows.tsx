import { useState } from 'react';
import {
  useDismiss,
  useHeldBack,
  useImports,
  useSendAgain,
  type HeldBackView,
  type Kind,
  type Which,
} from '../../api/intake';
import type { AppView } from '../../api/queries';
import { ConfirmButton } from '../../kit/ConfirmButton';
import { count, plural } from '../../words/numbers';
import { Correct } from './Correct';
import { KINDS } from './parts';
import { RejectedDays } from './RejectedDays';
import { TextButton } from '../../kit/buttons';
import { DataTable, type DataColumn } from '../../kit/DataTable';
import { Pages } from '../../kit/Pages';
import { Select } from '../../kit/fields';

interface RejectedRowsProps {
  app: AppView;
  which: Which;
  onWhich: (which: Which) => void;
}

/** Rows that could not be accepted: filtered, counted, downloaded, corrected and sent again, or dismissed. */
export function RejectedRows({ app, which, onWhich }: RejectedRowsProps) {
  const [place, setPlace] = useState<{ which: Which; page: number }>({ which, page: 0 });
  const page = place.which === which ? place.page : 0;
  const answer = useHeldBack(app.key, which, page);
  const again = useSendAgain(app.key);
  const dismiss = useDismiss(app.key);
  if (answer.isError) return <p className="fall">{answer.error.message}</p>;
  if (!answer.data) return null;
  const { total, rows, pageRows } = answer.data;
  const narrowed = which.importId !== undefined || which.kind !== undefined || which.live === true;
  if (total === 0 && !narrowed) return <p className="second">No rejected rows.</p>;
  return (
    <>
      <p>
        {plural(total, 'row')} {which.importId === undefined ? 'of all files and senders' : 'of this file'},
        kept as received. <KindFilter which={which} onWhich={onWhich} />{' '}
        {narrowed && <TextButton onClick={() => onWhich({})}>Show all</TextButton>}{' '}
        <a href={fileOf(app, which)} download>
          Export CSV
        </a>{' '}
        <TextButton disabled={again.isPending || total === 0} onClick={() => again.mutate(which)}>
          Send all again
        </TextButton>{' '}
        {total > 0 && (
          <ConfirmButton
            word="Dismiss all"
            question={`Dismiss ${plural(total, 'rejected row')}?`}
            onConfirm={() => dismiss.mutate({ which })}
          >
            They leave this list and cannot be sent again. The counts of the imports stay.
          </ConfirmButton>
        )}
        {again.data && (
          <span role="status">
            {' '}
            {count(again.data.taken)} accepted, {plural(again.data.known, 'duplicate')},{' '}
            {count(again.data.heldBack)} still rejected.
          </span>
        )}
        {again.error && <span className="fall"> {again.error.message}</span>}
        {dismiss.error && <span className="fall"> {dismiss.error.message}</span>}
      </p>
      <RejectedDays app={app} />
      {total > 0 && <Rows app={app} rows={rows} onDismiss={(id) => dismiss.mutate({ id })} />}
      {total > pageRows && (
        <Pages
          from={page * pageRows}
          page={pageRows}
          all={total}
          none=""
          onGo={(from) => setPlace({ which, page: Math.round(from / pageRows) })}
        />
      )}
    </>
  );
}

function fileOf(app: AppView, which: Which): string {
  const query = new URLSearchParams();
  for (const [name, value] of Object.entries(which)) if (value !== undefined) query.set(name, String(value));
  return `/api/apps/${app.key}/held-back.csv?${query.toString()}`;
}

function KindFilter({ which, onWhich }: { which: Which; onWhich: (which: Which) => void }) {
  return (
    <Select
      label="Rejected because of"
      value={which.kind ?? ''}
      options={{ '': 'any reason', ...KINDS }}
      onChange={(kind) => onWhich({ ...which, kind: (kind || undefined) as Kind | undefined })}
    />
  );
}

interface RowsProps {
  app: AppView;
  rows: HeldBackView[];
  onDismiss: (id: number) => void;
}

function Rows({ app, rows, onDismiss }: RowsProps) {
  const [correcting, setCorrecting] = useState<HeldBackView>();
  const files = useImports(app.key).data ?? [];
  const from = ({ importId }: HeldBackView) =>
    importId === null ? 'live' : (files.find((run) => run.id === importId)?.fileName ?? `file ${importId}`);
  const columns: DataColumn<HeldBackView>[] = [
    { key: 'from', name: 'From', width: 150, text: from },
    { key: 'line', name: 'Line', isNumber: true, width: 80, text: (row) => count(row.line) },
    { key: 'field', name: 'Field', width: 110, text: (row) => row.field ?? '\u2013' },
    { key: 'reason', name: 'Reason', width: 280, text: (row) => row.reason },
    {
      key: 'row',
      name: 'Row',
      width: 240,
      fills: true,
      text: (row) => (row.isCut ? `${row.content} (cut)` : row.content),
    },
    {
      key: 'actions',
      name: 'Actions',
      width: 140,
      text: () => '',
      show: (row) => (
        <>
          <TextButton onClick={() => setCorrecting(row)}>Correct</TextButton>{' '}
          <ConfirmButton
            word="Dismiss"
            question={`Dismiss line ${count(row.line)}?`}
            onConfirm={() => onDismiss(row.id)}
          >
            It leaves this list and cannot be sent again.
          </ConfirmButton>
        </>
      ),
    },
  ];
  return (
    <>
      <DataTable label="Rejected rows" columns={columns} rows={rows} wraps />
      {correcting && <Correct app={app} row={correcting} onDone={() => setCorrecting(undefined)} />}
    </>
  );
}
