import { lazy } from 'react';
import { useFrame } from '../../model/frame';
import { NoEvents } from '../../parts/NoEvents';
import { Early } from './early/Early';
import { wordsOf } from './question';
import { Returned } from './Returned';
import { Value } from './value/Value';
import './retention.css';

/** Only this view needs the chart library. */
const TimeToChurn = lazy(() =>
  import('./churn/TimeToChurn').then(({ TimeToChurn }) => ({ default: TimeToChurn })),
);

const VIEWS = { back: Returned, value: Value, quiet: TimeToChurn, early: Early };

/** Users followed from a start: how many come back, what they are worth, how long they stay, and which early behaviour goes with it. */
export default function Retention() {
  const frame = useFrame();
  if (!frame.rail) return <NoEvents app={frame.app} />;
  const words = wordsOf(frame.asked.param);
  const View = VIEWS[words.about];
  return <View frame={frame} words={words} />;
}
