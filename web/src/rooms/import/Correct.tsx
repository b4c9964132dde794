import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import { useState } from 'react';
import { useCorrect, useWholeRow, type HeldBackView } from '../../api/intake';
import type { AppView } from '../../api/queries';
import { TextArea } from '../../kit/fields';
import { count } from '../../words/numbers';

interface CorrectProps {
  app: AppView;
  row: HeldBackView;
  onDone: () => void;
}

/** One row, to be corrected and sent again. */
export function Correct({ app, row, onDone }: CorrectProps) {
  const whole = useWholeRow(app.key, row);
  return (
    <Dialog open onClose={onDone} maxWidth="md" fullWidth aria-labelledby="correct-row">
      <DialogTitle className="serif" id="correct-row">
        Correct line {count(row.line)}
      </DialogTitle>
      {whole.error && <DialogContent className="fall">{whole.error.message}</DialogContent>}
      {whole.data && <CorrectForm app={app} row={whole.data} onDone={onDone} />}
    </Dialog>
  );
}

function CorrectForm({ app, row, onDone }: CorrectProps) {
  const [content, setContent] = useState(row.content);
  const correct = useCorrect(app.key);
  const still = correct.data?.reason ?? correct.error?.message;
  return (
    <form
      onSubmit={(event) => {
        event.preventDefault();
        correct.mutate({ id: row.id, content }, { onSuccess: (result) => result.heldBack === 0 && onDone() });
      }}
    >
      <DialogContent>
        <p className="second">{row.reason}</p>
        <TextArea
          label="Corrected row"
          autoFocus
          minRows={Math.min(6, 1 + Math.floor(content.length / 80))}
          value={content}
          onChange={(event) => setContent(event.target.value)}
        />
        {still && (
          <p className="fall" role="alert">
            {still}
          </p>
        )}
      </DialogContent>
      <DialogActions>
        <Button onClick={onDone}>Cancel</Button>
        <Button type="submit" variant="contained" disabled={correct.isPending}>
          Send again
        </Button>
      </DialogActions>
    </form>
  );
}
