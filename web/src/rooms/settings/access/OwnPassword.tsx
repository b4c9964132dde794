import { FormLine } from '../../../kit/layout';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { ProblemError } from '../../../api/client';
import { useSession } from '../../../api/queries';
import { useOwnPassword } from '../../../api/settings';
import { OpenSessions } from './OpenSessions';

/** Whoever is signed in changes their own password. */
export function OwnPassword({ zone }: { zone: string }) {
  const session = useSession();
  const [old, setOld] = useState('');
  const [fresh, setFresh] = useState('');
  const change = useOwnPassword();
  const field = change.error instanceof ProblemError ? change.error.field : undefined;
  const done = () => {
    setOld('');
    setFresh('');
  };
  return (
    <>
      <h1 className="serif">{session.data?.name}</h1>
      <p className="second">You are signed in as {session.data?.role?.toLowerCase()}.</p>
      <FormLine
        as="form"

        onSubmit={(event) => {
          event.preventDefault();
          change.mutate({ old, fresh }, { onSuccess: done });
        }}
      >
        <TextField
          label="Present password"
          type="password"
          autoComplete="current-password"
          value={old}
          error={field === 'old'}
          onChange={(event) => setOld(event.target.value)}
        />
        <TextField
          label="New password"
          type="password"
          autoComplete="new-password"
          value={fresh}
          error={field === 'fresh'}
          onChange={(event) => setFresh(event.target.value)}
        />
        <Button type="submit" variant="contained" disabled={!old || !fresh || change.isPending}>
          Change password
        </Button>
      </FormLine>
      {change.error && (
        <p className="fall" role="alert">
          {change.error.message}
        </p>
      )}
      {change.isSuccess && (
        <p role="status">Your password is changed. Other sessions stay open until you end them.</p>
      )}
      <OpenSessions zone={zone} />
    </>
  );
}
