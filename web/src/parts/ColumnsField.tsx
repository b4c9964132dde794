import { Editor } from '../kit/layout';
import Autocomplete from '@mui/material/Autocomplete';
import TextField from '@mui/material/TextField';
import { useWords } from '../api/words';

interface ColumnsFieldProps {
  app: string;
  label: string;
  columns: string[];
  onChange: (columns: string[]) => void;
}

const MOST = 20;

/** Which properties stand as columns of a table. */
export function ColumnsField({ app, label, columns, onChange }: ColumnsFieldProps) {
  const words = useWords(app);
  return (
    <Editor sx={{ display: 'block' }}>
      <Autocomplete
        multiple
        options={words.properties.map((property) => property.name)}
        value={columns}
        onChange={(_, next) => onChange(next.slice(0, MOST))}
        size="small"
        renderInput={(params) => <TextField {...params} label={label} autoFocus />}
      />
    </Editor>
  );
}
