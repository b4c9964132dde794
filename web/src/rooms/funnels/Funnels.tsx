import { useState } from 'react';
import { useNames } from '../../api/words';
import { useFrame, type FrameContext } from '../../frame/Frame';
import { NoEvents } from '../../frame/NoEvents';
import { FunnelSentence } from './FunnelSentence';
import { Independent } from './Independent';
import { NextStep } from './NextStep';
import { askOf, stepName, wordsOf } from './question';
import { Sequence } from './Sequence';
import './funnels.css';

/** How far people get through steps, and where they stop. */
export default function Funnels() {
  const frame = useFrame();
  return frame.rail ? <Room frame={frame} /> : <NoEvents app={frame.app} />;
}

function Room({ frame }: { frame: FrameContext }) {
  const { asked } = frame;
  const words = wordsOf(asked.param);
  const shown = useNames(asked.app);
  const names = words.steps.map((step) => stepName(step, shown));
  const ask = askOf(asked, words, shown);
  const Way = words.independent ? Independent : Sequence;
  // The field for the next step is another after each; whoever has just used it goes on in it.
  const [typing, setTyping] = useState(false);
  return (
    <>
      <FunnelSentence frame={frame} words={words} names={names} />
      <Way frame={frame} words={words} names={names} ask={ask}>
        <NextStep frame={frame} words={words} ask={ask} typing={typing} onTyped={() => setTyping(true)} />
      </Way>
    </>
  );
}
