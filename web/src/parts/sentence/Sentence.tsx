import { IN_SMALL } from '../../kit/windows';
import Box from '@mui/material/Box';
import MenuItem from '@mui/material/MenuItem';
import MenuList from '@mui/material/MenuList';
import Popover from '@mui/material/Popover';
import { useEffect, useRef, useState, type ReactNode } from 'react';
import { TextButton } from '../../kit/buttons';

const LOOK = {
  m: 0,
  p: '10px 16px 8px',
  fontSize: 17,
  fontWeight: 400,
  lineHeight: 1.45,
  [IN_SMALL]: { p: '4px 16px', fontSize: 15 },
};

/** The question in plain words: the heading of the page, and its title. */
export function Sentence({ children }: { children: ReactNode }) {
  const heading = useRef<HTMLHeadingElement>(null);
  // After every change: the words of the question are what is inside.
  useEffect(() => {
    const question = heading.current?.textContent.replace(/\s+/g, ' ').trim();
    if (question) document.title = `${question} \u2013 Cold Tide`;
  });
  return (
    <Box component="h1" ref={heading} className="sentence serif" sx={LOOK}>
      {children}
    </Box>
  );
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
      <TextButton
        data-word
        aria-haspopup="dialog"
        aria-label={`${label}: ${text}`}
        onClick={(event) => setAnchor(event.currentTarget)}
      >
        {text}
      </TextButton>
      <Popover
        anchorEl={anchor}
        open={anchor !== null}
        onClose={close}
        anchorOrigin={{ vertical: 'bottom', horizontal: 'left' }}
        slotProps={{
          paper: { role: 'dialog', 'aria-label': label, sx: { border: '1px solid var(--rule)', mt: 1 } },
        }}
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
