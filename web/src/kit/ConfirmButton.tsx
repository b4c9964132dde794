import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import TextField from '@mui/material/TextField';
import { useState, type ReactNode } from 'react';
import { TextButton } from './buttons';

interface ConfirmButtonProps {
  /** The word on the button, and on the one that confirms. */
  word: string;
  /** What will be done, as a question. */
  question: string;
  /** What it means for others, where that is not plain. */
  children?: ReactNode;
  /** A text that must be typed first, for what is done for ever. */
  typed?: string;
  onConfirm: () => void;
}

/** A button for what cannot be undone: it asks first. */
export function ConfirmButton({ word, question, children, typed, onConfirm }: ConfirmButtonProps) {
  const [isOpen, setIsOpen] = useState(false);
  return (
    <>
      <TextButton onClick={() => setIsOpen(true)}>{word}</TextButton>
      {isOpen && (
        <ConfirmDialog
          word={word}
          question={question}
          typed={typed}
          onCancel={() => setIsOpen(false)}
          onConfirm={() => {
            setIsOpen(false);
            onConfirm();
          }}
        >
          {children}
        </ConfirmDialog>
      )}
    </>
  );
}

type ConfirmDialogProps = Omit<ConfirmButtonProps, 'typed'> & {
  typed: string | undefined;
  onCancel: () => void;
};

function ConfirmDialog({ word, question, children, typed, onCancel, onConfirm }: ConfirmDialogProps) {
  const [text, setText] = useState('');
  const isTyped = typed === undefined || text.trim() === typed;
  return (
    <Dialog open onClose={onCancel} aria-labelledby="confirm-question">
      <form
        onSubmit={(event) => {
          event.preventDefault();
          event.stopPropagation();
          if (isTyped) onConfirm();
        }}
      >
        <DialogTitle id="confirm-question" className="serif">
          {question}
        </DialogTitle>
        {(children !== undefined || typed !== undefined) && (
          <DialogContent>
            {children}
            {typed !== undefined && (
              <TextField
                label={`Type ${typed}`}
                value={text}
                autoFocus
                fullWidth
                margin="normal"
                onChange={(event) => setText(event.target.value)}
              />
            )}
          </DialogContent>
        )}
        <DialogActions>
          <Button onClick={onCancel} autoFocus={typed === undefined}>
            Cancel
          </Button>
          <Button type="submit" variant="contained" color="error" disabled={!isTyped}>
            {word}
          </Button>
        </DialogActions>
      </form>
    </Dialog>
  );
}
