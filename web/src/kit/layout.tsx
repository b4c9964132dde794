import Box from '@mui/material/Box';
import { styled } from '@mui/material/styles';
import type { FormEvent, ReactNode } from 'react';

/** Things beside each other, wrapped where there is no room. */
export const Row = styled('div')({ display: 'flex', flexWrap: 'wrap', alignItems: 'center', gap: 8 });

/** Things below each other, none wider than it needs. */
export const Column = styled('div')({
  display: 'flex',
  flexDirection: 'column',
  alignItems: 'flex-start',
  gap: 12,
});

/** Fields beside each other, aligned at their tops. */
export const Fields = styled(Row)({ alignItems: 'flex-start', width: '100%' });

/** A short form in one line. */
export const FormLine = styled(Row)({ gap: 12, margin: '14px 0 8px' });

/** What a word opens: an editor as wide as it needs, up to the window. */
export const Editor = styled(Column)({ padding: 12, width: 'min(680px, 92vw)' });

interface CentredFormProps {
  /** Pixels. */
  width: number;
  onSubmit: (event: FormEvent) => void;
  children: ReactNode;
}

/** A page of one form, before there is anything else to see. */
export const CentredForm = ({ width, onSubmit, children }: CentredFormProps) => (
  <Box component="main" sx={{ display: 'grid', placeItems: 'center', minHeight: '100%', py: 6 }}>
    <Column
      as="form"
      onSubmit={onSubmit}
      sx={{
        alignItems: 'stretch',
        gap: 4,
        width,
        '& h1': {
          display: 'flex',
          alignItems: 'center',
          gap: 2.5,
          m: 0,
          fontSize: 26,
          fontWeight: 600,
          color: 'var(--deep)',
        },
        '& p': { m: 0, minHeight: '1.4em' },
      }}
    >
      {children}
    </Column>
  </Box>
);
