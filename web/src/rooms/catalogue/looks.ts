/** An opened row and what it opened are one. */
export const ROWS = {
  '& .opened > *': { borderBottomColor: 'transparent !important' },
  '& .opened-part > td': { p: '8px 16px 16px', whiteSpace: 'normal' },
  '& .examples': { maxWidth: 320, overflow: 'hidden', textOverflow: 'ellipsis' },
};

/** A small grid inside an opened row: what is missing stands out, what is not in use is hatched. */
export const SQUARES = {
  alignSelf: 'flex-start',
  '& caption': { textAlign: 'left', color: 'text.secondary', fontWeight: 600, pb: 1 },
  '& tr > :is(th, td)': {
    p: '1px 10px !important',
    border: '1px solid var(--rule) !important',
    textAlign: 'right',
    fontWeight: 400,
    height: 'auto !important',
    whiteSpace: 'nowrap',
  },
  '& tr > .value': { maxWidth: 220, overflow: 'hidden', textOverflow: 'ellipsis', textAlign: 'left' },
  '& .none': { color: 'text.secondary' },
  '& tr > .missing': {
    color: 'var(--fallText)',
    fontWeight: 600,
    boxShadow: 'inset 0 0 0 1px var(--fall)',
  },
  '& .unused': { background: 'repeating-linear-gradient(135deg, transparent 0 4px, var(--rule) 4px 5px)' },
};
