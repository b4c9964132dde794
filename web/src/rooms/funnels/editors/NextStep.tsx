import { Row } from '../../../kit/layout';
import { useState } from 'react';
import { askUsualOrder, type FunnelAsk } from '../../../api/funnel';
import { EventField } from '../../../parts/condition/NameField';
import type { FrameContext } from '../../../model/frame';
import { Word } from '../../../parts/sentence/Sentence';
import { conditionOf } from '../../../words/conditions';
import { count, plural, share } from '../../../words/numbers';
import { aloneOf, entryOf, MOST_STEPS, stepsParam, type Step, type Words } from '../question';
import { FirstPath } from './FirstPath';
import { SeveralSteps } from './SeveralSteps';
import { useRecorded } from '../useRecorded';
import { TextButton } from '../../../kit/buttons';

interface NextStepProps {
  frame: FrameContext;
  words: Words;
  ask: FunnelAsk | undefined;
  /** The most common events in their most common order, if they are known. */
  common: Step[] | undefined;
  /** Whether a step was just typed. */
  typing: boolean;
  onTyped: () => void;
}

/** Adds steps: one by typing, several by a pattern, a ready-made path; or sorts the steps by their most common order. */
export function NextStep({
  frame: { asked },
  words: { steps },
  ask,
  common,
  typing,
  onTyped,
}: NextStepProps) {
  const recorded = useRecorded(asked);
  const set = (next: Step[]) => asked.set({ steps: stepsParam(next), lost: null });
  const all = recorded.reduce((sum, each) => sum + each.count, 0);
  const note = (name: string) => {
    const event = recorded.find((each) => each.name === name);
    return event && `${plural(event.people, 'user')}, ${share(event.count / all)} of events`;
  };
  return (
    <Row className="next-step" sx={{ gap: 6, p: '0 16px 16px' }}>
      {steps.length < MOST_STEPS && (
        <>
          <EventField
            key={steps.length}
            app={asked.app}
            label={steps.length === 0 ? 'First step' : 'Next step'}
            value={null}
            note={note}
            autoFocus={typing}
            onChange={(subject) => {
              onTyped();
              set([...steps, { what: conditionOf({ subject, tests: [], join: 'all' }) }]);
            }}
          />
          <Word label="Add steps by name pattern" text="Add steps by name pattern">
            {(close) => (
              <SeveralSteps
                app={asked.app}
                events={recorded}
                steps={steps.length}
                onAdd={(more) => {
                  set([...steps, ...more]);
                  close();
                }}
              />
            )}
          </Word>
        </>
      )}
      {steps.length === 0 && common && <TextButton onClick={() => set(common)}>Most common path</TextButton>}
      {steps.length === 0 && <FirstPath asked={asked} recorded={recorded} onPath={set} />}
      {ask && steps.length > 2 && <UsualOrder app={asked.app} steps={steps} ask={ask} onOrder={set} />}
    </Row>
  );
}

interface UsualOrderProps {
  app: string;
  steps: Step[];
  ask: FunnelAsk;
  onOrder: (steps: Step[]) => void;
}

/** Puts the steps in the order in which most do them for the first time, and says how clear that is. */
function UsualOrder({ app, steps, ask, onOrder }: UsualOrderProps) {
  const [said, setSaid] = useState('');
  const put = async () => {
    try {
      const { answer } = await askUsualOrder(app, aloneOf(ask, 'PEOPLE'));
      const ordered = answer.order.flatMap((at) => steps[at] ?? []);
      setSaid(orderWords(answer.agreed));
      // The first step is where people enter: nothing holds before it.
      onOrder(ordered.map((step, at) => (at === 0 ? entryOf(step) : step)));
    } catch (why) {
      setSaid(why instanceof Error ? why.message : String(why));
    }
  };
  return (
    <>
      <TextButton onClick={() => void put()}>Sort by most common order</TextButton>
      {said && <span className="second">{said}</span>}
    </>
  );
}

function orderWords(agreed: { inOrder: number; both: number }[]): string {
  const known = agreed.filter(({ both }) => both > 0);
  if (known.length === 0) return 'No users did two of these steps in the range.';
  const least = known.reduce((a, b) => (b.inOrder / b.both < a.inOrder / a.both ? b : a));
  return `Least clear: ${share(least.inOrder / least.both)} of ${count(least.both)} users who did both followed it.`;
}
