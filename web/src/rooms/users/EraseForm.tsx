import Box from '@mui/material/Box';
import { Row } from '../../kit/layout';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { askAgain, useErasePerson, type ErasureView } from '../../api/register';
import { count } from '../../words/numbers';

interface EraseFormProps {
  app: string;
  id: string;
  name: string;
  onErased: () => void;
  onLeave: () => void;
}

/** Erasing is for ever, so the person's name must be typed. */
export function EraseForm({ app, id, name, onErased, onLeave }: EraseFormProps) {
  const [typed, setTyped] = useState('');
  const erase = useErasePerson(app);
  const close = () => {
    void askAgain(app);
    onErased();
  };
  if (erase.data) return <Erased erasure={erase.data} onClose={close} />;
  return (
    <Box
      component="form"
      sx={{ border: 1, borderColor: 'error.main', m: '0 16px 12px', p: '8px 12px 12px' }}
      onSubmit={(event) => {
        event.preventDefault();
        erase.mutate({ id, typed });
      }}
    >
      <p>
        All events, properties and memberships of <b>{name}</b>, and rejected rows that hold the name, are
        erased for ever. Files imported again do not bring the user back. The audit log says that a user was
        erased, not who. Erasing goes on if you leave this page.
      </p>
      <Row>
        <TextField
          label={`Type ${name}`}
          value={typed}
          autoFocus
          onChange={(event) => setTyped(event.target.value)}
        />
        <Button
          type="submit"
          variant="contained"
          color="error"
          disabled={typed.trim() !== name || erase.isPending}
        >
          {erase.isPending ? 'Erasing …' : 'Erase for ever'}
        </Button>
        <Button onClick={onLeave} disabled={erase.isPending}>
          Cancel
        </Button>
      </Row>
      {erase.error && (
        <p className="fall" role="alert">
          {erase.error.message}
        </p>
      )}
    </Box>
  );
}

/** What was erased, and where the name may still stand. */
function Erased({ erasure, onClose }: { erasure: ErasureView; onClose: () => void }) {
  const places = erasure.leftovers ?? [];
  return (
    <Box sx={{ border: 1, borderColor: 'error.main', m: '0 16px 12px', p: '8px 12px 12px' }} role="status">
      <p>
        Erased: {count(erasure.events)} events and {count(erasure.rejectedRows)} rejected rows.{' '}
        {places.length === 0
          ? 'The name was found nowhere else.'
          : `The name may still stand in ${places.join('; ')}. Look there and remove it where it means this user.`}
      </p>
      <Button onClick={onClose}>OK</Button>
    </Box>
  );
}
