import Box, { type BoxProps } from '@mui/material/Box';

/** What stands in place of a room that has nothing to show, in words and with a way on. */
export const EmptyState = (props: BoxProps) => (
  <Box
    className="serif empty-room"
    sx={{ p: '48px 16px', fontSize: 17, maxWidth: '60ch', m: '0 auto' }}
    {...props}
  />
);
