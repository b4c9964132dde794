import { useFrame } from '../../frame/Frame';
import { NoEvents } from '../../frame/NoEvents';
import { Early } from './Early';
import { wordsOf } from './question';
import { Quiet } from './Quiet';
import { Returned } from './Returned';
import { Value } from './Value';
import './retention.css';

const VIEWS = { back: Returned, value: Value, quiet: Quiet, early: Early };

/** People followed from a start on: who comes back, what they bring, how long they stay, and what those did early who stay. */
export default function Retention() {
  const frame = useFrame();
  if (!frame.rail) return <NoEvents app={frame.app} />;
  const words = wordsOf(frame.asked.param);
  const View = VIEWS[words.about];
  return <View frame={frame} words={words} />;
}
