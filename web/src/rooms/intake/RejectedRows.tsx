import Button from '@mui/material/Button';
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
        {narrowed && (
          <button className="word" onClick={() => onWhich({})}>
            Show all
          </button>
        )}{' '}
        <a href={fileOf(app, which)} download>
          Export CSV
        </a>{' '}
        <button
          className="word"
          disabled={again.isPending || total === 0}
          title="After a setting was changed, unchanged rows may be accepted."
          onClick={() => again.mutate(which)}
        >
          Send all again
        </button>{' '}
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
      <Pages
        page={page}
        pages={Math.ceil(total / pageRows)}
        onPage={(next) => setPlace({ which, page: next })}
      />
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
    <select
      aria-label="Rejected because of"
      value={which.kind ?? ''}
      onChange={(event) => onWhich({ ...which, kind: (event.target.value || undefined) as Kind | undefined })}
    >
      <option value="">any reason</option>
      {Object.entries(KINDS).map(([kind, words]) => (
        <option key={kind} value={kind}>
          {words}
        </option>
      ))}
    </select>
  );
}

interface RowsProps {
  app: AppView;
  rows: HeldBackView[];
  onDismiss: (id: number) => void;
}

function Rows({ app, rows, onDismiss }: RowsProps) {
  const [correcting, setCorrecting] = useState<number>();
  const files = useImports(app.key).data ?? [];
  const from = (importId: number | null) =>
    importId === null ? 'live' : (files.find((run) => run.id === importId)?.fileName ?? `file ${importId}`);
  return (
    <table className="ruled held-back">
      <thead>
        <tr>
          <th scope="col">From</th>
          <th scope="col" className="number">
            Line
          </th>
          <th scope="col">Field</th>
          <th scope="col">Reason</th>
          <th scope="col">Row</th>
          <th scope="col">
            <span className="spoken">Actions</span>
          </th>
        </tr>
      </thead>
      <tbody>
        {rows.map((row) => (
          <tr key={row.id}>
            <td className="file-name" title={from(row.importId)}>
              {from(row.importId)}
            </td>
            <td className="number">{count(row.line)}</td>
            <td>{row.field ?? '–'}</td>
            <td className="reason">{row.reason}</td>
            <td className="content" title={row.content}>
              {correcting === row.id ? (
                <Correct app={app} row={row} onDone={() => setCorrecting(undefined)} />
              ) : (
                <>
                  {row.content}
                  {row.isCut && <span className="second"> (cut)</span>}
                </>
              )}
            </td>
            <td>
              {correcting !== row.id && (
                <span className="actions">
                  <button className="word" onClick={() => setCorrecting(row.id)}>
                    Correct
                  </button>
                  <ConfirmButton
                    word="Dismiss"
                    question={`Dismiss line ${count(row.line)}?`}
                    onConfirm={() => onDismiss(row.id)}
                  >
                    It leaves this list and cannot be sent again.
                  </ConfirmButton>
                </span>
              )}
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

interface PagesProps {
  page: number;
  pages: number;
  onPage: (page: number) => void;
}

function Pages({ page, pages, onPage }: PagesProps) {
  if (pages <= 1) return null;
  return (
    <p>
      <Button disabled={page === 0} onClick={() => onPage(page - 1)}>
        Previous
      </Button>
      Page {page + 1} of {count(pages)}
      <Button disabled={page + 1 >= pages} onClick={() => onPage(page + 1)}>
        Next
      </Button>
    </p>
  );
}
