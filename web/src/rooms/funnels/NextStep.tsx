import { useState } from 'react';
import { askUsualOrder, type FunnelAsk } from '../../api/funnel';
import { useWords } from '../../api/words';
import { EventField } from '../../frame/condition/NameField';
import type { FrameContext } from '../../frame/Frame';
import { Word } from '../../frame/sentence/Sentence';
import { conditionOf } from '../../words/conditions';
import { count, plural, share } from '../../words/numbers';
import { aloneOf, entryOf, MOST_STEPS, stepsParam, type Step, type Words } from './question';
import { pathsOf } from '../../words/paths';
import { SeveralSteps } from './SeveralSteps';
import { useRecorded } from './useRecorded';

interface NextStepProps {
  frame: FrameContext;
  words: Words;
  ask: FunnelAsk | undefined;
  /** Whether a step was just typed. */
  typing: boolean;
  onTyped: () => void;
}

/** Adds steps: one by typing, several by a pattern, a ready-made path; or puts those there are in the order most take. */
export function NextStep({ frame: { asked }, words: { steps }, ask, typing, onTyped }: NextStepProps) {
  const { events } = useWords(asked.app);
  const recorded = useRecorded(asked);
  const set = (next: Step[]) => asked.set({ steps: stepsParam(next), lost: null });
  const all = recorded.reduce((sum, each) => sum + each.count, 0);
  const note = (name: string) => {
    const event = recorded.find((each) => each.name === name);
    return event && `${plural(event.people, 'person', 'people')}, ${share(event.count / all)} of events`;
  };
  return (
    <div className="next-step">
      {steps.length < MOST_STEPS && (
        <>
          <EventField
            key={steps.length}
            app={asked.app}
            label={steps.length === 0 ? 'First they did' : 'Then they did'}
            value={null}
            note={note}
            autoFocus={typing}
            onChange={(subject) => {
              onTyped();
              set([...steps, { what: conditionOf({ subject, tests: [], join: 'all' }) }]);
            }}
          />
          <Word label="Several steps" text="several by a pattern">
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
      {steps.length === 0 &&
        pathsOf(events.map(({ name }) => name)).map((path) => (
          <button
            key={path.name}
            className="word"
            onClick={() => set(path.events.map((event) => ({ what: { event } })))}
          >
            {path.name}
          </button>
        ))}
      {ask && steps.length > 2 && <UsualOrder app={asked.app} steps={steps} ask={ask} onOrder={set} />}
    </div>
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
      <button className="word" onClick={() => void put()}>
        in the order most take
      </button>
      {said && <span className="second">{said}</span>}
    </>
  );
}

function orderWords(agreed: { inOrder: number; both: number }[]): string {
  const known = agreed.filter(({ both }) => both > 0);
  if (known.length === 0) return 'Nobody did any two of them in these days.';
  const least = known.reduce((a, b) => (b.inOrder / b.both < a.inOrder / a.both ? b : a));
  return `Where it is least clear, ${share(least.inOrder / least.both)} of ${count(least.both)} who did both took it.`;
}
