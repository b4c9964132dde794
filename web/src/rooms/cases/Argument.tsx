import type { ReactNode } from 'react';
import type { Step } from './steps';

interface ArgumentProps {
  steps: Step[];
  inHand: string;
  onStep: (key: string) => void;
  /** What stands for a step in place of its computed words, and what can be done with it. */
  says?: (step: Step) => ReactNode;
}

/** The argument as it grows; the step in hand is shown at the right. */
export function Argument({ steps, inHand, onStep, says }: ArgumentProps) {
  return (
    <ol className="case-argument">
      {steps.map((step) => (
        <li key={step.key} className={step.key === inHand ? 'in-hand' : undefined}>
          <button className="case-step" aria-expanded={step.key === inHand} onClick={() => onStep(step.key)}>
            {step.title}
          </button>
          {says ? says(step) : <Computed step={step} />}
        </li>
      ))}
    </ol>
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
