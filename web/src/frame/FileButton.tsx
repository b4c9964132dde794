import Button from '@mui/material/Button';
import { useRef } from 'react';

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
      <input
        ref={input}
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
      />{' '}
    </>
  );
}
