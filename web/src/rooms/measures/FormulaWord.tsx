import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useMutation } from '@tanstack/react-query';
import { useState } from 'react';
import { askMeasures } from '../../api/measures';
import type { Asked } from '../../frame/question';
import { Word } from '../../frame/sentence/Sentence';
import { askOf, type FormulaWord as Formula, type Words } from './question';

interface FormulaWordProps {
  asked: Asked;
  words: Words;
  formula: Formula;
  label: string;
  onChange: (formula: Formula | null) => void;
}

/** A formula over the measures by their letters, and active people. */
export function FormulaWord({ asked, words, formula, label, onChange }: FormulaWordProps) {
  return (
    <Word label={label} text={`${formula.name} = ${formula.text}`}>
      {(close) => (
        <FormulaForm
          asked={asked}
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
  asked: Asked;
  words: Words;
  formula: Formula;
  onDone: (formula: Formula | null) => void;
}

/**
 * Asked when it is whole, not letter by letter. One that the server refuses stays in the editor with the reason, and the page keeps
 * its answer.
 */
export function FormulaForm({ asked, words, formula, onDone }: FormulaFormProps) {
  const [text, setText] = useState(formula.text);
  const check = useMutation({
    mutationFn: async (next: Formula) => {
      if (!asked.range) return;
      await askMeasures(asked.app, askOf({ ...words, formulas: [next], splits: [] }, asked.range, undefined));
    },
    onSuccess: (_, next) => onDone(next),
  });
  const known = [...words.measures.map((measure) => measure.name), 'active'];
  return (
    <form
      className="condition-sheet condition-lines"
      onSubmit={(event) => {
        event.preventDefault();
        if (text.trim()) check.mutate({ ...formula, text: text.trim() });
      }}
    >
      <TextField
        label={`${formula.name} =`}
        value={text}
        autoFocus
        fullWidth
        onChange={(event) => setText(event.target.value)}
        error={check.isError}
        helperText={check.error?.message}
        slotProps={{ htmlInput: { maxLength: 200 } }}
      />
      <p className="second">
        Of {known.join(', ')}, with + − * / ( ) MIN MAX ABS; “active” is the active users of the group.
      </p>
      <div className="condition-adds">
        <Button type="submit" variant="contained" disabled={!text.trim() || check.isPending}>
          Compute
        </Button>
        <Button onClick={() => onDone(null)}>Take it out</Button>
      </div>
    </form>
  );
}
