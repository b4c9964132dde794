import { ControlHint } from '../../../kit/Hint';
import Box from '@mui/material/Box';
import { Row } from '../../../kit/layout';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useRef, useState } from 'react';
import { bound, pieces, type Figures } from '../../../words/prose';
import { Computed } from '../Argument';
import { plain, type Step } from '../steps';
import { TextButton } from '../../../kit/buttons';

interface KeptStepProps {
  step: Step;
  /** In place of the computed ones; figures are names in braces. */
  words: string | undefined;
  figures: Figures;
  mayChange: boolean;
  /** Empty words bring the computed ones back. */
  onSave: (words: string) => Promise<unknown>;
}

/** A step in somebody's words, or as computed; both can be changed where it stands. */
export function KeptStep({ step, words, figures, mayChange, onSave }: KeptStepProps) {
  const [isChanging, setChanging] = useState(false);
  if (isChanging) {
    return (
      <WordsForm
        label={`Text of \u201c${step.title}\u201d`}
        words={words ?? bound(plain(step), figures)}
        figures={figures}
        isOwn={words !== undefined}
        onSave={onSave}
        onDone={() => setChanging(false)}
      />
    );
  }
  return (
    <>
      {words === undefined ? <Computed step={step} /> : <Words words={words} figures={figures} />}
      {mayChange && (
        <TextButton sx={{ fontSize: 12 }} onClick={() => setChanging(true)}>
          Edit text
        </TextButton>
      )}
    </>
  );
}

/** Somebody's words; figures are bound to what was found and underlined. */
function Words({ words, figures }: { words: string; figures: Figures }) {
  return words.split('\n').map((line, index) => (
    <p key={index} data-finding>
      {pieces(line, figures).map((piece, at) =>
        piece.isBound ? (
          <Box
            component="span"
            sx={{ textDecoration: 'underline dotted var(--ink2)', textUnderlineOffset: '3px' }}
            key={at}
            className="bound"
            title="Saved text"
          >
            {piece.text}
          </Box>
        ) : (
          piece.text
        ),
      )}
    </p>
  ));
}

interface WordsFormProps {
  label: string;
  words: string;
  figures: Figures;
  isOwn: boolean;
  onSave: (words: string) => Promise<unknown>;
  onDone: () => void;
}

function WordsForm({ label, words, figures, isOwn, onSave, onDone }: WordsFormProps) {
  const [value, setValue] = useState(words);
  const [fault, setFault] = useState('');
  const field = useRef<HTMLTextAreaElement>(null);
  const save = (what: string) => {
    setFault('');
    onSave(what).then(onDone, (why: unknown) => setFault(why instanceof Error ? why.message : String(why)));
  };
  const insert = (name: string) => {
    const at = field.current?.selectionStart ?? value.length;
    setValue(`${value.slice(0, at)}{${name}}${value.slice(at)}`);
    field.current?.focus();
  };
  return (
    <Box
      component="form"
      sx={{ py: 2, '& .word': { mr: 2 } }}
      onSubmit={(event) => {
        event.preventDefault();
        save(value);
      }}
    >
      <TextField
        label={label}
        value={value}
        onChange={(event) => setValue(event.target.value)}
        inputRef={field}
        slotProps={{ htmlInput: { maxLength: 4_000 } }}
        multiline
        minRows={2}
        fullWidth
        autoFocus
      />
      <p className="second">
        Numbers you can insert:{' '}
        {Object.entries(figures).map(([name, figure]) => (
          <ControlHint key={name} text={figure}>
            <TextButton onClick={() => insert(name)}>{`{${name}}`}</TextButton>
          </ControlHint>
        ))}
      </p>
      <Row>
        <Button type="submit" variant="contained">
          Save text
        </Button>
        {isOwn && <Button onClick={() => save('')}>Reset to computed text</Button>}
        <Button onClick={onDone}>Cancel</Button>
      </Row>
      {fault && (
        <p className="fall" role="alert">
          {fault}
        </p>
      )}
    </Box>
  );
}
