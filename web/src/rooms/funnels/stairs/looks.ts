/** Steps below each other without lines between them, their names larger than the numbers. */
export const STAIRS = {
  '&&': { width: '100%', m: 0 },
  '& tbody > tr > *': { borderBottom: '0 !important' },
  '& tbody th': { fontSize: '15px !important' },
};
