import { SERIF } from '../../theme/theme';
import { IN_NARROW, IN_SMALL } from '../../kit/windows';
import Box from '@mui/material/Box';
import type { ReactNode } from 'react';

/** A written finding; a caution is what the reader must know before trusting the figures. */
export interface Finding {
  key: string;
  text: ReactNode;
  caution?: boolean;
}

/** A number and its sign stay on one line. */
const together = (text: string) => text.replace(/(\d) (%|pp\b)/g, '$1\u00a0$2');

const FINDINGS = {
  overflow: 'auto',
  p: '12px 16px',
  borderLeft: '1px solid var(--rule)',
  '& h2': { fontSize: 12, fontWeight: 600, color: 'text.secondary', m: '0 0 6px' },
  '& ul': { listStyle: 'none', m: '0 0 16px', p: 0 },
  '& li': {
    fontFamily: SERIF,
    fontSize: 14,
    lineHeight: 1.4,
    mb: 2.5,
  },
  '& li.caution': { borderLeft: '2px solid var(--release)', pl: 2 },
  [IN_SMALL]: { borderLeft: 0, borderTop: '1px solid var(--rule)' },
};

/** An answer and beside it its findings; in small windows they stand below each other and scroll together. */
export const ANSWER = {
  flex: 1,
  minHeight: 0,
  display: 'grid',
  gridTemplateColumns: 'minmax(0, 1fr) 280px',
  borderTop: '1px solid var(--rule)',
  '& .answer-main': { position: 'relative', overflow: 'auto', bgcolor: 'background.paper', minWidth: 0 },
  '& .margin': FINDINGS,
  [IN_NARROW]: { gridTemplateColumns: 'minmax(0, 1fr) 232px' },
  [IN_SMALL]: { display: 'block', overflow: 'auto' },
};

/** The answer beside its findings. */
export function Answer({
  children,
  findings,
  tools,
}: {
  children: ReactNode;
  findings: Finding[];
  tools?: ReactNode;
}) {
  return (
    <Box className="answer" sx={ANSWER}>
      {/* Reached by Tab, so that it can be scrolled by keys where nothing in it can be. */}
      <section className="answer-main" aria-label="Answer" tabIndex={0}>
        {children}
      </section>
      <aside className="margin" aria-label="Findings">
        <h2>Findings</h2>
        <ul>
          {findings.map((finding) => (
            <li key={finding.key} className={finding.caution ? 'caution' : undefined}>
              {typeof finding.text === 'string' ? together(finding.text) : finding.text}
            </li>
          ))}
        </ul>
        {tools}
      </aside>
    </Box>
  );
}
