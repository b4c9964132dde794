import { CentredForm } from '../../kit/layout';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { useSignIn } from '../../api/queries';
import { Mark } from '../../frame/head/Mark';

/** The door. */
export function SignIn({ unreachable }: { unreachable: boolean }) {
  const [name, setName] = useState('');
  const [password, setPassword] = useState('');
  const signIn = useSignIn();
  return (
    <CentredForm
      width={300}
      onSubmit={(event) => {
        event.preventDefault();
        signIn.mutate({ name, password });
      }}
    >
      <h1 className="serif">
        <Mark size={30} /> Cold Tide
      </h1>
      <p className="second">Who stays, who pays, and why it changed.</p>
      <TextField
        label="Name"
        autoComplete="username"
        autoFocus
        required
        value={name}
        onChange={(event) => setName(event.target.value)}
      />
      <TextField
        label="Password"
        type="password"
        autoComplete="current-password"
        required
        value={password}
        onChange={(event) => setPassword(event.target.value)}
      />
      <Button type="submit" variant="contained" size="medium" disabled={signIn.isPending}>
        Sign in
      </Button>
      <p className="fall" role="alert">
        {signIn.error?.message ?? (unreachable ? 'The server cannot be reached. Is it running?' : '')}
      </p>
    </CentredForm>
  );
}
