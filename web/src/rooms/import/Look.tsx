import Box from '@mui/material/Box';
import { Row } from '../../kit/layout';
import Button from '@mui/material/Button';
import Checkbox from '@mui/material/Checkbox';
import FormControlLabel from '@mui/material/FormControlLabel';
import { useState } from 'react';
import {
  useBegin,
  useLook,
  useStop,
  type ImportView,
  type LookView,
  type ImportFormat,
} from '../../api/intake';
import type { AppView } from '../../api/queries';
import { instantIn } from '../../words/dates';
import { ColumnTable } from './ColumnTable';
import { ReadingSentence } from './ReadingSentence';

interface LookProps {
  app: AppView;
  run: ImportView;
  onDone: () => void;
}

/** Review of a file before it is imported: how it is read, and its first rows as events. */
export function Look({ app, run, onDone }: LookProps) {
  const [changed, setChanged] = useState<ImportFormat>();
  const [keep, setKeep] = useState(true);
  const look = useLook(app.key, run.id, changed);
  const begin = useBegin(app.key);
  const stop = useStop(app.key);
  const reading = changed ?? look.data?.reading;
  if (!reading || !look.data) return look.error && <p className="fall">{look.error.message}</p>;
  const fault = look.error?.message ?? look.data.missing;
  return (
    <Box
      className="entry"
      component="section"
      sx={{ '& .reading, & h3': { fontSize: 14, m: '10px 0 4px' } }}
      aria-label={`How ${run.fileName} is read`}
    >
      <h2 className="serif">{run.fileName}</h2>
      <ReadingSentence reading={reading} app={app} onChange={setChanged} />
      {look.data.kept && !changed && (
        <p className="second">Settings of the last file with these columns are used.</p>
      )}
      <ColumnTable reading={reading} rows={look.data.rows} onChange={setChanged} />
      {fault ? (
        <p className="fall" role="alert">
          {fault}
        </p>
      ) : (
        <Becomes look={look.data} zone={app.zone} />
      )}
      <Row sx={{ gap: 3, mt: 2.5 }}>
        <Button
          variant="contained"
          disabled={Boolean(fault) || begin.isPending || look.isFetching}
          onClick={() => begin.mutate({ id: run.id, reading, keep }, { onSuccess: onDone })}
        >
          Import
        </Button>
        <Button disabled={stop.isPending} onClick={() => stop.mutate(run.id, { onSettled: onDone })}>
          Cancel
        </Button>
        <FormControlLabel
          control={<Checkbox size="small" checked={keep} onChange={(_, on) => setKeep(on)} />}
          label="Use these settings for the next file with these columns"
        />
      </Row>
      {begin.error && <p className="fall">{begin.error.message}</p>}
    </Box>
  );
}

/** The first rows as events, or why they would be rejected. */
function Becomes({ look, zone }: { look: LookView; zone: string }) {
  return (
    <>
      <h3 className="serif">Preview of the first rows</h3>
      <Box className="becomes" component="ul" sx={{ m: 0, p: 0, listStyle: 'none' }}>
        {look.rows.slice(0, 4).map((row) =>
          row.fault === null ? (
            <li key={row.line}>
              <b>{row.event.name}</b> on {instantIn(row.event.time, zone)} by{' '}
              {row.event.account ?? row.event.install}
              {row.event.money && `, ${row.event.money}`}
              <Properties properties={row.event.properties} />
            </li>
          ) : (
            <li key={row.line} className="fall">
              Line {row.line} would be rejected: {row.fault}
            </li>
          ),
        )}
      </Box>
    </>
  );
}

function Properties({ properties }: { properties: Record<string, unknown> }) {
  const all = Object.entries(properties).map(([name, value]) => `${name} ${String(value)}`);
  if (all.length === 0) return null;
  const rest = all.length > 6 ? ` and ${all.length - 6} more` : '';
  return (
    <span className="second">
      {' '}
      · {all.slice(0, 6).join(', ')}
      {rest}
    </span>
  );
}
