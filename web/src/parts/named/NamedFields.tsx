import { Row } from '../../kit/layout';
import TextField from '@mui/material/TextField';

interface Fields {
  name: string;
  description: string;
  owner: string;
}

interface NamedFieldsProps {
  value: Fields;
  /** Whether it can be called something else. */
  renamed: boolean;
  onChange: (part: Partial<Fields>) => void;
}

/** What is said of anything that is given a name. */
export function NamedFields({ value, renamed, onChange }: NamedFieldsProps) {
  return (
    <Row>
      <TextField
        label="Name"
        required
        autoFocus={renamed}
        disabled={!renamed}
        value={value.name}
        onChange={(event) => onChange({ name: event.target.value })}
        slotProps={{ htmlInput: { maxLength: 80 } }}
      />
      <TextField
        label="Description"
        value={value.description}
        onChange={(event) => onChange({ description: event.target.value })}
        slotProps={{ htmlInput: { maxLength: 2000 } }}
        sx={{ flex: 1 }}
      />
      <TextField
        label="Owner"
        value={value.owner}
        onChange={(event) => onChange({ owner: event.target.value })}
        slotProps={{ htmlInput: { maxLength: 80 } }}
      />
    </Row>
  );
}
