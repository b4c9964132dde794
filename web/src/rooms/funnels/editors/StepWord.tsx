import type { Asked } from '../../../model/question';
import { Word } from '../../../parts/sentence/Sentence';
import { entryOf, stepsParam, type Step, type Words } from '../question';
import { StepSheet } from './StepSheet';

interface StepWordProps {
  asked: Asked;
  words: Words;
  names: string[];
  at: number;
}

/** What a step is, to be changed, moved or taken out. */
export function StepWord({ asked, words, names, at }: StepWordProps) {
  const { steps } = words;
  const set = (next: Step[]) => asked.set({ steps: stepsParam(next), lost: null });
  const step = steps[at];
  if (!step) return null;
  return (
    <Word label={`Step ${at + 1}`} text={names[at] ?? ''}>
      {(close) => (
        <StepSheet
          app={asked.app}
          step={step}
          at={at}
          count={steps.length}
          inOrder={words.order !== 'ANY_ORDER' && !words.independent}
          inSequence={!words.independent}
          onChange={(next) => set(steps.map((each, other) => (other === at ? next : each)))}
          onMove={(by) => {
            set(moved(steps, at, by));
            close();
          }}
          onRemove={() => {
            set(ofFirst(steps.filter((_, other) => other !== at)));
            close();
          }}
        />
      )}
    </Word>
  );
}

/** The first step is where people enter: nothing holds before it. */
const ofFirst = (steps: Step[]): Step[] => steps.map((step, at) => (at === 0 ? entryOf(step) : step));

function moved(steps: Step[], at: number, by: -1 | 1): Step[] {
  const next = steps.filter((_, other) => other !== at);
  const step = steps[at];
  return step ? ofFirst([...next.slice(0, at + by), step, ...next.slice(at + by)]) : steps;
}
