import { styled } from '@mui/material/styles';

/** A whole case: the argument at the left, what its step rests on at the right. */
export const Columns = styled('div')({
  display: 'grid',
  gridTemplateColumns: 'minmax(320px, 2fr) minmax(0, 3fr)',
  gap: 24,
});

/** What a step rests on; it stays in sight while the argument is read on. */
export const Details = styled('section')({
  position: 'sticky',
  top: 0,
  alignSelf: 'start',
  maxHeight: '100cqh',
  minWidth: 0,
  overflow: 'auto',
  '& .answer-tools': { paddingTop: 12 },
});
