import MenuItem from '@mui/material/MenuItem';
import MenuList from '@mui/material/MenuList';
import Popover from '@mui/material/Popover';
import { useState, type ReactNode } from 'react';

/** The question in plain words. */
export function Sentence({ children }: { children: ReactNode }) {
  return <p className="sentence serif">{children}</p>;
}

interface WordProps {
  /** What the word says, aloud: "Grain: day". */
  label: string;
  text: string;
  /** The editor, given a way to close it. */
  children: (close: () => void) => ReactNode;
}

/** A changeable word: opens its editor beneath itself. */
export function Word({ label, text, children }: WordProps) {
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  const close = () => setAnchor(null);
  return (
    <>
      <button
        className="word"
        data-word
        aria-haspopup="dialog"
        aria-label={`${label}: ${text}`}
        onClick={(event) => setAnchor(event.currentTarget)}
      >
        {text}
      </button>
      <Popover
        anchorEl={anchor}
        open={anchor !== null}
        onClose={close}
        anchorOrigin={{ vertical: 'bottom', horizontal: 'left' }}
        slotProps={{ paper: { sx: { border: '1px solid var(--rule)', mt: 1 } } }}
      >
        {anchor && children(close)}
      </Popover>
    </>
  );
}

interface ChoiceWordProps<T extends string> {
  label: string;
  value: T;
  options: readonly { value: T; name: string; note?: string }[];
  onChange: (value: T) => void;
}

/** A word with a few fixed alternatives. */
export function ChoiceWord<T extends string>({ label, value, options, onChange }: ChoiceWordProps<T>) {
  const chosen = options.find((option) => option.value === value);
  return (
    <Word label={label} text={chosen?.name ?? value}>
      {(close) => (
        <MenuList autoFocusItem sx={{ maxHeight: 380, overflow: 'auto' }} aria-label={label}>
          {options.map((option) => (
            <MenuItem
              key={option.value}
              selected={option.value === value}
              onClick={() => {
                onChange(option.value);
                close();
              }}
            >
              {option.name}
              {option.note && <span className="second">&nbsp;&nbsp;{option.note}</span>}
            </MenuItem>
          ))}
        </MenuList>
      )}
    </Word>
  );
}
