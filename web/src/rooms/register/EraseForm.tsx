import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { useErasePerson } from '../../api/register';

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
  return (
    <form
      className="erase-form"
      onSubmit={(event) => {
        event.preventDefault();
        erase.mutate({ id, typed }, { onSuccess: onErased });
      }}
    >
      <p>
        All events, properties and memberships of <b>{name}</b>, and rows held back that speak of them, go for
        ever. Files brought in again do not bring them back. The audit says that somebody was erased, not who.
      </p>
      <div className="condition-adds">
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
          Leave it
        </Button>
      </div>
      {erase.error && (
        <p className="fall" role="alert">
          {erase.error.message}
        </p>
      )}
    </form>
  );
}
