import { CentredForm } from '../../kit/layout';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { ProblemError } from '../../api/client';
import { useApps, useCreateApp } from '../../api/queries';

const ownZone = () => Intl.DateTimeFormat().resolvedOptions().timeZone || 'UTC';

const keyOf = (name: string) =>
  name
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^[^a-z]+|-+$/g, '')
    .slice(0, 40);

/** Names an app, so that events can come in. */
export function FirstApp() {
  const [name, setName] = useState('');
  const [zone, setZone] = useState(ownZone);
  const [currency, setCurrency] = useState('EUR');
  const [limit, setLimit] = useState('400');
  const others = useApps().data ?? [];
  const create = useCreateApp();
  const navigate = useNavigate();
  const refused = create.error instanceof ProblemError ? create.error : undefined;
  const fault = (field: string) =>
    refused?.field === field ? { error: true, helperText: refused.message } : {};
  return (
    <CentredForm
      width={360}
      onSubmit={(event) => {
        event.preventDefault();
        const app = { key: keyOf(name), name, zone, currency, lateLimitDays: Number(limit) };
        create.mutate(app, { onSuccess: (made) => void navigate(`/a/${made.key}/import`) });
      }}
    >
      <h1 className="serif">New app</h1>
      <p className="second">
        Its days begin and its money is counted as you say here. Then bring a file of events.
      </p>
      <TextField
        label="Name"
        required
        autoFocus
        value={name}
        onChange={(event) => setName(event.target.value)}
        {...fault('name')}
        {...fault('key')}
      />
      <TextField
        label="Reporting time zone"
        required
        value={zone}
        onChange={(event) => setZone(event.target.value)}
        {...fault('zone')}
      />
      <TextField
        label="Currency"
        required
        value={currency}
        onChange={(event) => setCurrency(event.target.value.toUpperCase())}
        {...fault('currency')}
      />
      <TextField
        label="Reject events older than (days)"
        type="number"
        required
        value={limit}
        onChange={(event) => setLimit(event.target.value)}
        slotProps={{ htmlInput: { min: 1, max: 7320 } }}
        {...fault('lateLimitDays')}
      />
      <Button type="submit" variant="contained" size="medium" disabled={create.isPending || !keyOf(name)}>
        Create
      </Button>
      {others.length > 0 && <Link to="/">Back to the apps</Link>}
      {create.error && !refused?.field && (
        <p className="fall" role="alert">
          {create.error.message}
        </p>
      )}
    </CentredForm>
  );
}
