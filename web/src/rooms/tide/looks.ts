/** A part below the headline metrics, with small tables of its own. */
export const PART = {
  borderTop: 1,
  borderColor: 'divider',
  p: '4px 16px 16px',
  '& h2': { display: 'flex', gap: 4, alignItems: 'baseline', fontSize: 15, m: '8px 0' },
  '& h2 a': { fontSize: 13, fontWeight: 400 },
  '& h3': { fontSize: 12, color: 'text.secondary', m: '0 0 2px' },
  '& th, & td': { borderBottom: '1px solid var(--rule)', p: '2px 0', textAlign: 'left', fontWeight: 400 },
  '& td.number, & th.number': { textAlign: 'right' },
};
