import Box from '@mui/material/Box';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { Word } from '../../../parts/sentence/Sentence';

interface AgesWordProps {
  label: string;
  value: string;
  /** "weeks". */
  unit: string;
  /** What is wrong with what was written, if anything. */
  fault: (text: string) => string | undefined;
  onChange: (text: string) => void;
}

/** Ages as one writes them: "1, 4, 12" or "1-3, 4-7". */
export function AgesWord({ label, value, unit, fault, onChange }: AgesWordProps) {
  return (
    <Word label={label} text={`${value.replaceAll('-', '\u2013')} ${unit}`}>
      {(close) => (
        <Editor
          value={value}
          fault={fault}
          onDone={(text) => {
            onChange(text);
            close();
          }}
        />
      )}
    </Word>
  );
}

interface EditorProps {
  value: string;
  fault: (text: string) => string | undefined;
  onDone: (text: string) => void;
}

function Editor({ value, fault, onDone }: EditorProps) {
  const [text, setText] = useState(value);
  const wrong = fault(text);
  return (
    <Box
      component="form"
      sx={{ p: 4, width: 320 }}
      onSubmit={(event) => {
        event.preventDefault();
        if (wrong === undefined) onDone(text);
      }}
    >
      <TextField
        label="Ages, separated by commas"
        value={text}
        onChange={(event) => setText(event.target.value)}
        error={wrong !== undefined}
        helperText={wrong ?? 'Press Enter to apply.'}
        size="small"
        fullWidth
        autoFocus
      />
    </Box>
  );
}
