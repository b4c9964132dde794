import Button from '@mui/material/Button';
import { useRef } from 'react';
import { FileInput } from '../kit/fields';

interface FileButtonProps {
  name: string;
  /** What the file is, aloud. */
  label: string;
  accept: string;
  disabled: boolean;
  main?: boolean;
  onFile: (file: File) => void;
}

/** A button that asks for a file. */
export function FileButton({ name, label, accept, disabled, main = false, onFile }: FileButtonProps) {
  const input = useRef<HTMLInputElement>(null);
  return (
    <>
      <Button
        {...(main ? { variant: 'contained' as const } : {})}
        onClick={() => input.current?.click()}
        disabled={disabled}
      >
        {name}
      </Button>
      <FileInput ref={input} accept={accept} label={label} onFile={onFile} />{' '}
    </>
  );
}
