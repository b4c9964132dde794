import { useEffect, useState } from 'react';
import { useNames } from '../../api/words';
import { useFrame, type FrameContext } from '../../model/frame';
import { NoEvents } from '../../parts/NoEvents';
import { FunnelSentence } from './editors/FunnelSentence';
import { Independent } from './Independent';
import { NextStep } from './editors/NextStep';
import { askOf, stepName, stepsParam, wordsOf } from './question';
import { Sequence } from './Sequence';
import { useOpeningPath } from './useOpeningPath';
import { useRecorded } from './useRecorded';
import './funnels.css';

/** How far people get through steps, and where they stop. */
export default function Funnels() {
  const frame = useFrame();
  return frame.rail ? <Room frame={frame} /> : <NoEvents app={frame.app} />;
}

function Room({ frame }: { frame: FrameContext }) {
  const { asked } = frame;
  const words = wordsOf(asked.param);
  const common = useOpeningPath(asked, useRecorded(asked), words.steps.length === 0);
  // The address holds the whole question, also the one that nobody has chosen yet.
  const opening = asked.param('steps') === null && common ? stepsParam(common) : null;
  useEffect(() => {
    if (opening !== null) asked.set({ steps: opening }, true);
  }, [asked, opening]);
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
        <NextStep
          frame={frame}
          words={words}
          ask={ask}
          common={common}
          typing={typing}
          onTyped={() => setTyping(true)}
        />
      </Way>
    </>
  );
}
