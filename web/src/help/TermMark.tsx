import Popover from '@mui/material/Popover';
import { styled } from '@mui/material/styles';
import { lazy, Suspense, useId, useState } from 'react';
import { PlainButton } from '../kit/buttons';

/** The handbook and what renders it are fetched when a definition is first opened. */
const Definition = lazy(() => import('./Definition'));

/** Seen where one points or has the focus; always seen where there is no pointer that hovers. */
const Mark = styled(PlainButton)({
  marginLeft: 4,
  width: 15,
  height: 15,
  borderRadius: '50%',
  border: '1px solid var(--rule)',
  fontSize: 11,
  lineHeight: '13px',
  fontWeight: 500,
  textAlign: 'center',
  color: 'var(--ink2)',
  verticalAlign: 'baseline',
  '&:hover, &[aria-expanded=true]': { color: 'var(--deep)', borderColor: 'var(--deep)' },
  '@media (hover: hover)': {
    '&.on-hover': { opacity: 0 },
    'tr:hover > * > &.on-hover, [role=columnheader]:hover &.on-hover, [role=columnheader]:focus-within &.on-hover, &.on-hover:focus-visible, &.on-hover[aria-expanded=true]':
      {
        opacity: 1,
      },
  },
});

const Sheet = styled('div')({
  maxWidth: 380,
  padding: '10px 14px',
  '& h2': { margin: '0 0 4px', fontSize: 15 },
  '& p': { margin: '0 0 6px' },
});

/** An open sheet is placed by its size; it grows when the definition arrives. */
const placeAgain = () => window.dispatchEvent(new Event('resize'));

interface TermMarkProps {
  /** A heading of the handbook. */
  term: string;
  /** Whether it is drawn only while its row is pointed at or it has the focus. */
  isQuiet?: boolean;
}

/** A small question mark that opens the definition of a term. */
export function TermMark({ term, isQuiet = false }: TermMarkProps) {
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  const id = useId();
  return (
    <>
      <Mark
        className={isQuiet ? 'on-hover' : ''}
        aria-label={`What is: ${term}`}
        aria-haspopup="dialog"
        aria-expanded={anchor !== null}
        onClick={(event) => setAnchor(event.currentTarget)}
      >
        ?
      </Mark>
      <Popover
        open={anchor !== null}
        anchorEl={anchor}
        onClose={() => setAnchor(null)}
        anchorOrigin={{ vertical: 'bottom', horizontal: 'left' }}
        slotProps={{ paper: { role: 'dialog', 'aria-labelledby': id } }}
      >
        <Sheet>
          <h2 className="serif" id={id}>
            {term}
          </h2>
          <Suspense fallback={null}>
            <Definition term={term} onShown={placeAgain} />
          </Suspense>
        </Sheet>
      </Popover>
    </>
  );
}
