import Checkbox from '@mui/material/Checkbox';
import FormControlLabel from '@mui/material/FormControlLabel';
import InputBase, { type InputBaseProps } from '@mui/material/InputBase';
import NativeSelect from '@mui/material/NativeSelect';
import Radio from '@mui/material/Radio';
import type { ReactNode, Ref } from 'react';

interface CheckProps {
  label: string;
  /** Whether the label is only for screen readers, as in a table whose column says it. */
  hidesLabel?: boolean;
  checked: boolean;
  onChange: (checked: boolean) => void;
}

/** A box to tick with its label. */
export function Check({ label, hidesLabel = false, checked, onChange }: CheckProps) {
  const box = (
    <Checkbox
      checked={checked}
      onChange={(event) => onChange(event.target.checked)}
      {...(hidesLabel ? { slotProps: { input: { 'aria-label': label } } } : {})}
    />
  );
  return hidesLabel ? box : <FormControlLabel control={box} label={label} />;
}

interface OneOfProps {
  label: ReactNode;
  /** The same for all choices of which one is taken. */
  name: string;
  checked: boolean;
  onChoose: () => void;
}

/** One of several choices that stand side by side. */
export const OneOf = ({ label, name, checked, onChoose }: OneOfProps) => (
  <FormControlLabel control={<Radio name={name} checked={checked} onChange={onChoose} />} label={label} />
);

interface SelectProps<T extends string> {
  label: string;
  value: T;
  /** What each value is called, in the order in which they are offered. */
  options: Record<string, string>;
  /** Whether it stands in a sentence as one of its words. */
  isWord?: boolean;
  onChange: (value: T) => void;
}

/** A short list of which one is taken; its label is for screen readers. */
export function Select<T extends string>({
  label,
  value,
  options,
  isWord = false,
  onChange,
}: SelectProps<T>) {
  return (
    <NativeSelect
      className={isWord ? 'word-field' : ''}
      value={value}
      onChange={(event) => onChange(event.target.value as T)}
      slotProps={{ input: { 'aria-label': label } }}
    >
      {Object.entries(options).map(([key, name]) => (
        <option key={key} value={key}>
          {name}
        </option>
      ))}
    </NativeSelect>
  );
}

interface BlankProps {
  label: string;
  value: string;
  isWord?: boolean;
  /** Called when the field is left, and on Enter, with the new text. */
  onChange: (value: string) => void;
}

/** A text in a sentence or a table; a change counts when the field is left. */
export function Blank({ label, value, isWord = false, onChange }: BlankProps) {
  return (
    <InputBase
      key={value}
      className={isWord ? 'word-field' : 'blank-field'}
      defaultValue={value}
      slotProps={{ input: { 'aria-label': label, size: Math.max(6, value.length) } }}
      onBlur={(event) => {
        const text = event.target.value.trim();
        if (text !== value) onChange(text);
      }}
      onKeyDown={(event) => {
        if (event.key === 'Enter') (event.target as HTMLInputElement).blur();
      }}
    />
  );
}

/** A text of several lines; its label is for screen readers. */
export const TextArea = ({ label, ...props }: InputBaseProps & { label: string }) => (
  <InputBase
    multiline
    fullWidth
    className="blank-field"
    slotProps={{ input: { 'aria-label': label } }}
    {...props}
  />
);

interface FileInputProps {
  ref: Ref<HTMLInputElement>;
  label: string;
  accept: string;
  onFile: (file: File) => void;
}

/** Asks for a file when a button beside it is pressed; not seen itself. */
export const FileInput = ({ ref, label, accept, onFile }: FileInputProps) => (
  <input
    ref={ref}
    type="file"
    accept={accept}
    aria-label={label}
    className="spoken"
    tabIndex={-1}
    onChange={(event) => {
      const file = event.target.files?.[0];
      if (file) onFile(file);
      event.target.value = '';
    }}
  />
);
