import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useRef, useState } from 'react';
import { bound, pieces, type Figures } from '../../words/prose';
import { Computed } from './Argument';
import { plain, type Step } from './steps';

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
        label={`Words for \u201c${step.title}\u201d`}
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
        <button className="word case-rewrite" onClick={() => setChanging(true)}>
          Say it otherwise
        </button>
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
          <span key={at} className="bound" title="As it was found">
            {piece.text}
          </span>
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
    <form
      className="case-words"
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
        Figures that are bound:{' '}
        {Object.entries(figures).map(([name, figure]) => (
          <button type="button" key={name} className="word" title={figure} onClick={() => insert(name)}>
            {`{${name}}`}
          </button>
        ))}
      </p>
      <div className="condition-adds">
        <Button type="submit" variant="contained">
          Keep these words
        </Button>
        {isOwn && <Button onClick={() => save('')}>As computed again</Button>}
        <Button onClick={onDone}>Leave it</Button>
      </div>
      {fault && (
        <p className="fall" role="alert">
          {fault}
        </p>
      )}
    </form>
  );
}
