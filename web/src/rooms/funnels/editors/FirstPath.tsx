import { useState } from 'react';
import { useEventNames, type RecordedEvent } from '../../../api/catalogue';
import { askUsualOrder } from '../../../api/funnel';
import { useBehaviours } from '../../../api/segments';
import { useNames } from '../../../api/words';
import type { Asked } from '../../../model/question';
import { TextButton } from '../../../kit/buttons';
import { eventsIn, stepName, type Step } from '../question';
import { candidatesOf, pathOf } from './readyPaths';

interface FirstPathProps {
  asked: Asked;
  recorded: RecordedEvent[];
  onPath: (steps: Step[]) => void;
}

/** Offers the first-time path: its end is a behaviour of the app, the steps before it are what new users do most. */
export function FirstPath({ asked: { app, range }, recorded, onPath }: FirstPathProps) {
  const [fault, setFault] = useState('');
  const { hidden } = useEventNames(app);
  const names = useNames(app);
  const behaviour = useBehaviours(app).data?.find((each) => each.endsFirstPath);
  if (!range || !behaviour) return null;
  const choose = async () => {
    const ends = new Set(eventsIn(behaviour.what));
    const end: Step = { what: { behaviour: behaviour.name } };
    const candidates = candidatesOf(end, recorded, (event) => hidden(event) || ends.has(event));
    const steps = candidates.map((step) => ({ name: stepName(step, names), what: step.what }));
    const among = { firstDid: { all: [] }, when: range };
    try {
      const { answer } = await askUsualOrder(app, { funnel: { range, steps }, among, unit: 'PEOPLE' });
      onPath(pathOf(answer.order, candidates));
    } catch (why) {
      setFault(why instanceof Error ? why.message : String(why));
    }
  };
  return (
    <>
      <TextButton onClick={() => void choose()}>First-time path</TextButton>
      {fault && <span className="fall">{fault}</span>}
    </>
  );
}
