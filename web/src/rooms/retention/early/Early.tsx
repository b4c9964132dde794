import { useState } from 'react';
import { useEventNames } from '../../../api/catalogue';
import { useEarly } from '../../../api/retention';
import { AnswerTools } from '../../../export/AnswerTools';
import { saveCsv } from '../../../export/saveCsv';
import { Check } from '../../../kit/fields';
import { type FrameContext, useFoot } from '../../../model/frame';
import { Answer } from '../../../parts/answer/Answer';
import { AnswerFrame } from '../../../parts/answer/AnswerFrame';
import { earlyAsk } from '../asks';
import type { Words } from '../question';
import { RetentionSentence } from '../sentence/RetentionSentence';
import { bestOfEach, csvRows, earlyFindings } from './early';
import { EarlyTable } from './EarlyTable';

/** Which early behaviours go with coming back. */
export function Early({ frame, words }: { frame: FrameContext; words: Words }) {
  const { asked } = frame;
  const names = useEventNames(asked.app);
  const [every, setEvery] = useState(false);
  const answer = useEarly(asked.app, earlyAsk(asked, words));
  useFoot(answer.data?.foot);
  const view = answer.data?.answer;
  const ties = view ? (every ? view.ties : bestOfEach(view.ties)) : [];
  const save = () => {
    if (view) saveCsv(`${asked.app}-early.csv`, csvRows(view));
  };
  return (
    <>
      <RetentionSentence frame={frame} words={words} events={view?.events ?? []} />
      <AnswerFrame answer={answer}>
        {view && answer.data && (
          <Answer
            findings={earlyFindings(view, words, names.shown)}
            tools={
              <AnswerTools
                app={asked.app}
                room="retention"
                file={`${asked.app}-early`}
                answered={answer.data}
                onCsv={save}
              >
                <Check
                  label="Show all thresholds, not only the strongest per event"
                  checked={every}
                  onChange={setEvery}
                />
              </AnswerTools>
            }
          >
            {asked.range && (
              <EarlyTable frame={frame} words={words} range={asked.range} ties={ties} shown={names.shown} />
            )}
          </Answer>
        )}
      </AnswerFrame>
    </>
  );
}
