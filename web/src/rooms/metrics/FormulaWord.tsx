import { Editor, Row } from '../../kit/layout';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useMutation } from '@tanstack/react-query';
import { useState } from 'react';
import { askMeasures } from '../../api/measures';
import type { Asked } from '../../model/question';
import { Word } from '../../parts/sentence/Sentence';
import { askOf, type FormulaWord as Formula, type Words } from './question';

interface FormulaWordProps {
  asked: Asked;
  words: Words;
  formula: Formula;
  label: string;
  onChange: (formula: Formula | null) => void;
}

/** A formula over the metrics by their letters, and active users. */
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
    <Editor
      as="form"

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
        Use {known.join(', ')}, with + − * / ( ) MIN MAX ABS; “active” is the active users of the group.
      </p>
      <Row>
        <Button type="submit" variant="contained" disabled={!text.trim() || check.isPending}>
          Apply
        </Button>
        <Button onClick={() => onDone(null)}>Remove</Button>
      </Row>
    </Editor>
  );
}
