import { useSurvival, type SurvivalView } from '../../../api/retention';
import { AnswerTools } from '../../../export/AnswerTools';
import { saveCsv } from '../../../export/saveCsv';
import { type FrameContext, useFoot } from '../../../model/frame';
import { splitOf } from '../../../model/split';
import { Answer } from '../../../parts/answer/Answer';
import { AnswerFrame } from '../../../parts/answer/AnswerFrame';
import { quietAsk } from '../asks';
import type { Words } from '../question';
import { RetentionSentence } from '../sentence/RetentionSentence';
import { churnFindings, csvRows, linesOf } from './churn';
import { ChurnChart } from './ChurnChart';
import { ChurnTable } from './ChurnTable';

/** How long users stay before they churn. */
export function TimeToChurn({ frame, words }: { frame: FrameContext; words: Words }) {
  const { asked } = frame;
  const answer = useSurvival(asked.app, quietAsk(asked, words));
  useFoot(answer.data?.foot);
  const view = answer.data?.answer as SurvivalView | undefined;
  const split = splitOf(asked);
  const lines = view ? linesOf(view, split) : [];
  const save = () => {
    if (view) saveCsv(`${asked.app}-until-quiet.csv`, csvRows(lines));
  };
  return (
    <>
      <RetentionSentence frame={frame} words={words} events={view?.events ?? []} />
      <AnswerFrame answer={answer}>
        {view && answer.data && (
          <Answer
            findings={churnFindings(view, words, lines)}
            tools={
              <AnswerTools
                app={asked.app}
                room="retention"
                file={`${asked.app}-until-quiet`}
                answered={answer.data}
                onCsv={save}
              />
            }
          >
            {lines.some(({ curve }) => curve.steps.length > 0) && <ChurnChart lines={lines} />}
            <ChurnTable frame={frame} words={words} lines={lines} />
          </Answer>
        )}
      </AnswerFrame>
    </>
  );
}
