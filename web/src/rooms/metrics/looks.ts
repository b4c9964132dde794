/** As wide as it needs: numbers stand near what they are of. */
export const NUMBERS = {
  '&&': { width: 'auto' },
  minWidth: '40%',
  mb: 4,
  '& thead th': { maxWidth: 160, overflow: 'hidden', textOverflow: 'ellipsis', whiteSpace: 'nowrap' },
  '& .whole > *': { fontWeight: '600 !important' },
  '& td .second': { display: 'inline-block', minWidth: 58 },
};
