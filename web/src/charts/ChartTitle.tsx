import Box, { type BoxProps } from '@mui/material/Box';

/** What a chart shows, above it. */
export const ChartTitle = (props: BoxProps) => (
  <Box
    component="figcaption"
    className="serif chart-title"
    sx={{ p: '4px 16px 0', fontSize: 15, fontWeight: 600 }}
    {...props}
  />
);
