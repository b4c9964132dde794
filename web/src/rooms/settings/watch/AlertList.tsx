import Box from '@mui/material/Box';
import { FormLine } from '../../../kit/layout';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import {
  useAddTarget,
  useAlerts,
  useAllowTarget,
  useRemoveTarget,
  type AlertsView,
} from '../../../api/alerts';
import { useSession, type AppView } from '../../../api/queries';
import { Pick } from '../../../parts/condition/Pick';
import { ConfirmButton } from '../../../kit/ConfirmButton';
import { instantIn } from '../../../words/dates';
import { plural } from '../../../words/numbers';
import { ShownOnce } from '../access/ShownOnce';
import { TextButton } from '../../../kit/buttons';
import { Table } from '../../../kit/Table';

const KINDS = [
  { value: 'MAIL', name: 'by email' },
  { value: 'WEBHOOK', name: 'to a webhook' },
] as const;

/** Who is notified of a drop, which alerts were sent, and the mail box that stands in for a mail server. */
export function AlertList({ app, mayChange }: { app: AppView; mayChange: boolean }) {
  const alerts = useAlerts(app.key);
  if (alerts.isError) return <p className="fall">{alerts.error.message}</p>;
  if (!alerts.data) return null;
  return (
    <>
      <h1 className="serif">Alerts of {app.name}</h1>
      <p className="second">
        New data are checked for drops. Drops that belong together are one alert, which is sent once.
      </p>
      <Targets app={app} view={alerts.data} mayChange={mayChange} />
      {mayChange && <AddTarget app={app} />}
      <h2>Sent alerts</h2>
      <Told app={app} view={alerts.data} />
      <h2>Simulated mail box</h2>
      <p className="second">Messages are listed here and not sent.</p>
      <Mails app={app} view={alerts.data} />
    </>
  );
}

function Targets({ app, view, mayChange }: { app: AppView; view: AlertsView; mayChange: boolean }) {
  const isKeeper = useSession().data?.role === 'KEEPER';
  const allow = useAllowTarget(app.key);
  const remove = useRemoveTarget(app.key);
  if (view.targets.length === 0) return <p>No alert targets yet.</p>;
  return (
    <>
      <Table className="ruled">
        <thead>
          <tr>
            <th scope="col">How</th>
            <th scope="col">Address</th>
            <th scope="col">Added</th>
            <th scope="col">State</th>
            {mayChange && <th scope="col" />}
          </tr>
        </thead>
        <tbody>
          {view.targets.map((target) => (
            <tr key={target.id}>
              <td>{target.kind === 'MAIL' ? 'mail' : 'webhook'}</td>
              <th scope="row">{target.address}</th>
              <td>
                {instantIn(target.added, app.zone)} by {target.addedBy}
              </td>
              <td>
                {target.isOpen
                  ? target.allowedBy
                    ? `allowed by ${target.allowedBy}`
                    : 'active'
                  : 'waiting for an admin'}{' '}
                {!target.isOpen && isKeeper && (
                  <TextButton onClick={() => allow.mutate(target.id)}>Allow</TextButton>
                )}
              </td>
              {mayChange && (
                <td>
                  <ConfirmButton
                    word="Remove"
                    question={`Remove ${target.address}? It gets no more alerts.`}
                    onConfirm={() => remove.mutate(target.id)}
                  />
                </td>
              )}
            </tr>
          ))}
        </tbody>
      </Table>
      {(allow.error ?? remove.error) && <p className="fall">{(allow.error ?? remove.error)?.message}</p>}
    </>
  );
}

function AddTarget({ app }: { app: AppView }) {
  const [kind, setKind] = useState<'MAIL' | 'WEBHOOK'>('MAIL');
  const [address, setAddress] = useState('');
  const add = useAddTarget(app.key);
  return (
    <>
      <FormLine
        as="form"

        onSubmit={(event) => {
          event.preventDefault();
          add.mutate({ kind, address: address.trim() }, { onSuccess: () => setAddress('') });
        }}
      >
        <Pick label="Notify" value={kind} options={KINDS} onChange={setKind} width={150} />
        <TextField
          label={kind === 'MAIL' ? 'Email address' : 'https:// address'}
          value={address}
          onChange={(event) => setAddress(event.target.value)}
        />
        <Button type="submit" variant="contained" disabled={!address.trim() || add.isPending}>
          Add
        </Button>
      </FormLine>
      {add.data?.secret && (
        <ShownOnce what="Messages to it are signed (HMAC-SHA-256) with" secret={add.data.secret} />
      )}
      {add.error && (
        <p className="fall" role="alert">
          {add.error.message}
        </p>
      )}
    </>
  );
}

function Told({ app, view }: { app: AppView; view: AlertsView }) {
  if (view.alerts.length === 0) return <p>No drops so far.</p>;
  const where = (id: number) => view.targets.find((target) => target.id === id)?.address ?? 'removed target';
  return (
    <Table className="ruled">
      <thead>
        <tr>
          <th scope="col">When</th>
          <th scope="col">What</th>
          <th scope="col">Sent to</th>
        </tr>
      </thead>
      <tbody>
        {view.alerts.map((alert) => (
          <tr key={alert.id}>
            <td>{instantIn(alert.raised, app.zone)}</td>
            <td>{alert.title}</td>
            <td>
              {alert.deliveries.length === 0 && 'nobody'}
              {alert.deliveries.map((each) => (
                <div key={each.target}>
                  {where(each.target)}
                  {each.state === 'WAITING' &&
                    `, waiting${each.tries > 0 ? ` after ${plural(each.tries, 'try', 'tries')}: ${each.fault ?? ''}` : ''}`}
                  {each.state === 'GIVEN_UP' && `, given up: ${each.fault ?? ''}`}
                </div>
              ))}
            </td>
          </tr>
        ))}
      </tbody>
    </Table>
  );
}

function Mails({ app, view }: { app: AppView; view: AlertsView }) {
  if (view.mails.length === 0) return <p>No messages.</p>;
  return view.mails.map((mail) => (
    <Box
      key={mail.id}
      component="details"
      sx={{ '& pre': { font: 'inherit', whiteSpace: 'pre-wrap', m: '4px 0 8px 16px' } }}
    >
      <summary>
        {instantIn(mail.sent, app.zone)} to {mail.to}: {mail.subject}
      </summary>
      <pre>{mail.words}</pre>
    </Box>
  ));
}
