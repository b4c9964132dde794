import { SERIF } from '../../theme/theme';
import Box from '@mui/material/Box';
import type { ReactNode } from 'react';
import type { Step } from './steps';
import { PlainButton } from '../../kit/buttons';

interface ArgumentProps {
  steps: Step[];
  inHand: string;
  onStep: (key: string) => void;
  /** What stands for a step in place of its computed words, and what can be done with it. */
  says?: (step: Step) => ReactNode;
}

const LOOK = {
  listStyle: 'none',
  m: 0,
  p: 0,
  '& > li': { borderTop: '1px solid var(--rule)', p: '6px 0 6px 10px', borderLeft: '3px solid transparent' },
  '& > li.in-hand': { borderLeftColor: 'var(--deep)' },
  '& p': { m: '2px 0', fontFamily: SERIF },
};

/** The argument as it grows; the step in hand is shown at the right. */
export function Argument({ steps, inHand, onStep, says }: ArgumentProps) {
  return (
    <Box component="ol" className="case-argument" sx={LOOK} aria-label="Argument">
      {steps.map((step) => (
        <li key={step.key} className={step.key === inHand ? 'in-hand' : undefined}>
          <PlainButton
            sx={{ fontWeight: 600, color: 'var(--deep)' }}
            aria-expanded={step.key === inHand}
            onClick={() => onStep(step.key)}
          >
            {step.title}
          </PlainButton>
          {says ? says(step) : <Computed step={step} />}
        </li>
      ))}
    </Box>
  );
}

/** What was computed of a step, a paragraph each. */
export function Computed({ step }: { step: Step }) {
  return step.says.map((each, index) => (
    <p key={index} data-finding>
      {each.who && <b>{each.who}</b>}
      {each.text}
    </p>
  ));
}
