import { FormLine } from '../../../kit/layout';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import type { AppView } from '../../../api/queries';
import { useKeys, useMakeKey, useRevokeKey } from '../../../api/settings';
import { ConfirmButton } from '../../../kit/ConfirmButton';
import { instantIn } from '../../../words/dates';
import { count } from '../../../words/numbers';
import { ShownOnce } from './ShownOnce';
import { Table } from '../../../kit/Table';

const USUAL_PER_SECOND = '20000';

/** The keys by which programs send events of this app. */
export function KeyList({ app }: { app: AppView }) {
  const keys = useKeys(app.key);
  const revoke = useRevokeKey(app.key);
  if (keys.isError) return <p className="fall">{keys.error.message}</p>;
  return (
    <>
      <h1 className="serif">API keys of {app.name}</h1>
      <p className="second">
        A program sends events with a key, as <code>Authorization: Bearer …</code>, to{' '}
        <code>/api/apps/{app.key}/events</code> (CloudEvents) or <code>/api/apps/{app.key}/imports/file</code>{' '}
        (files).
      </p>
      {keys.data?.length === 0 ? (
        <p>No API keys yet.</p>
      ) : (
        <Table className="ruled">
          <thead>
            <tr>
              <th scope="col">Name</th>
              <th scope="col" className="number">
                Events a second
              </th>
              <th scope="col">Created</th>
              <th scope="col">Last used</th>
              <th scope="col">State</th>
            </tr>
          </thead>
          <tbody>
            {keys.data?.map((key) => (
              <tr key={key.id}>
                <th scope="row">{key.name}</th>
                <td className="number">{count(key.perSecond)}</td>
                <td>
                  {instantIn(key.created, app.zone)} by {key.createdBy}
                </td>
                <td>{key.lastUsed ? instantIn(key.lastUsed, app.zone) : 'never'}</td>
                <td>
                  {key.revoked ? (
                    `revoked ${instantIn(key.revoked, app.zone)}`
                  ) : (
                    <ConfirmButton
                      word="Revoke"
                      question={`Revoke the API key “${key.name}”?`}
                      onConfirm={() => revoke.mutate(key.id)}
                    >
                      Programs that send with it are refused at once. A revoked key cannot be restored; create
                      a new one.
                    </ConfirmButton>
                  )}
                </td>
              </tr>
            ))}
          </tbody>
        </Table>
      )}
      {revoke.error && <p className="fall">{revoke.error.message}</p>}
      <MakeKey app={app} />
    </>
  );
}

function MakeKey({ app }: { app: AppView }) {
  const [name, setName] = useState('');
  const [perSecond, setPerSecond] = useState(USUAL_PER_SECOND);
  const make = useMakeKey(app.key);
  return (
    <>
      <FormLine
        as="form"

        onSubmit={(event) => {
          event.preventDefault();
          make.mutate({ name: name.trim(), perSecond: Number(perSecond) }, { onSuccess: () => setName('') });
        }}
      >
        <TextField label="Name" value={name} onChange={(event) => setName(event.target.value)} />
        <TextField
          label="Events a second"
          type="number"
          value={perSecond}
          onChange={(event) => setPerSecond(event.target.value)}
          slotProps={{ htmlInput: { min: 1, max: 1_000_000 } }}
        />
        <Button type="submit" variant="contained" disabled={!name.trim() || make.isPending}>
          Create API key
        </Button>
        {make.error && (
          <span className="fall" role="alert">
            {make.error.message}
          </span>
        )}
      </FormLine>
      {make.data && <ShownOnce what={`API key "${make.data.key.name}"`} secret={make.data.secret} />}
    </>
  );
}
