import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { Word } from '../../frame/sentence/Sentence';
import type { FormulaWord as Formula, Words } from './question';

interface FormulaWordProps {
  words: Words;
  formula: Formula;
  label: string;
  onChange: (formula: Formula | null) => void;
}

/** A formula over the measures by their letters, and active people. */
export function FormulaWord({ words, formula, label, onChange }: FormulaWordProps) {
  return (
    <Word label={label} text={`${formula.name} = ${formula.text}`}>
      {(close) => (
        <FormulaForm
          words={words}
          formula={formula}
          onDone={(next) => {
            onChange(next);
            close();
          }}
        />
      )}
    </Word>
  );
}

interface FormulaFormProps {
  words: Words;
  formula: Formula;
  onDone: (formula: Formula | null) => void;
}

/** Asked when it is whole, not letter by letter. */
export function FormulaForm({ words, formula, onDone }: FormulaFormProps) {
  const [text, setText] = useState(formula.text);
  const known = [...words.measures.map((measure) => measure.name), 'active'];
  return (
    <form
      className="condition-sheet condition-lines"
      onSubmit={(event) => {
        event.preventDefault();
        if (text.trim()) onDone({ ...formula, text: text.trim() });
      }}
    >
      <TextField
        label={`${formula.name} =`}
        value={text}
        autoFocus
        fullWidth
        onChange={(event) => setText(event.target.value)}
        helperText={`Of ${known.join(', ')}, with + − * / ( ) MIN MAX ABS; "active" is the active people of the group.`}
        slotProps={{ htmlInput: { maxLength: 200 } }}
      />
      <div className="condition-adds">
        <Button type="submit" variant="contained" disabled={!text.trim()}>
          Compute
        </Button>
        <Button onClick={() => onDone(null)}>Take it out</Button>
      </div>
    </form>
  );
}
