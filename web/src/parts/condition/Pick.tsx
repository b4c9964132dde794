import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';

interface PickProps<T extends string> {
  label: string;
  value: T;
  options: readonly { value: T; name: string }[];
  onChange: (value: T) => void;
  width?: number;
}

/** One of a few, within a form. */
export function Pick<T extends string>({ label, value, options, onChange, width = 120 }: PickProps<T>) {
  return (
    <TextField
      select
      label={label}
      value={value}
      onChange={(event) => onChange(event.target.value as T)}
      sx={{ minWidth: width }}
    >
      {options.map((option) => (
        <MenuItem key={option.value} value={option.value}>
          {option.name}
        </MenuItem>
      ))}
    </TextField>
  );
}
