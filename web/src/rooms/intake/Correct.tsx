import Button from '@mui/material/Button';
import { useState } from 'react';
import { useCorrect, useWholeRow, type HeldBackView } from '../../api/intake';
import type { AppView } from '../../api/queries';

interface CorrectProps {
  app: AppView;
  row: HeldBackView;
  onDone: () => void;
}

/** One row, to be corrected and sent again. */
export function Correct({ app, row, onDone }: CorrectProps) {
  const whole = useWholeRow(app.key, row);
  if (whole.error) return <p className="fall">{whole.error.message}</p>;
  if (!whole.data) return <p className="second">Loading …</p>;
  return <CorrectForm app={app} row={whole.data} onDone={onDone} />;
}

function CorrectForm({ app, row, onDone }: CorrectProps) {
  const [content, setContent] = useState(row.content);
  const correct = useCorrect(app.key);
  const still = correct.data?.reason ?? correct.error?.message;
  return (
    <form
      className="correct"
      onSubmit={(event) => {
        event.preventDefault();
        correct.mutate({ id: row.id, content }, { onSuccess: (result) => result.heldBack === 0 && onDone() });
      }}
      onKeyDown={(event) => event.key === 'Escape' && onDone()}
    >
      <textarea
        aria-label="Corrected row"
        autoFocus
        rows={Math.min(6, 1 + Math.floor(content.length / 60))}
        value={content}
        onChange={(event) => setContent(event.target.value)}
      />
      <Button type="submit" variant="contained" disabled={correct.isPending}>
        Send again
      </Button>
      <Button onClick={onDone}>Cancel</Button>
      {still && (
        <p className="fall" role="alert">
          {still}
        </p>
      )}
    </form>
  );
}
