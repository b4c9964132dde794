import { useMemo } from 'react';
import { useAfter, useFunnel, useIndependent } from '../../api/funnel';
import { AnswerTools } from '../../export/AnswerTools';
import { type FrameContext, useFoot } from '../../model/frame';
import { Answer, type Finding } from '../../parts/answer/Answer';
import { saveCsv } from '../../export/saveCsv';
import { groupName, splitOf } from '../../model/split';
import { csvOf } from './csv';
import { besideFindings, findingsOf } from './findings';
import { gapFindings, gapsOf } from './gaps';
import { Lost } from './dropoff/Lost';
import { Periods } from './stairs/Periods';
import { aloneOf, lostOf, type Words } from './question';
import { Sideways } from './stairs/Sideways';
import { Stairs } from './stairs/Stairs';
import { useRecorded } from './useRecorded';
import type { WayProps } from './way';
import { Check } from '../../kit/fields';

/** Steps that hang together: the stairs, and whatever is told besides. */
export function Sequence({ frame, words, names, ask, children }: WayProps) {
  const { asked } = frame;
  const answer = useFunnel(asked.app, ask);
  const alone = useIndependent(asked.app, ask && words.beside ? aloneOf(ask, 'PEOPLE') : undefined);
  const gaps = gapsOf(words, useRecorded(asked));
  useFoot(answer.data?.foot);
  const told = ask && answer.data?.answer;
  // What was told of other steps is not shown for these.
  const view = told && told.all.steps.length === words.steps.length ? told : undefined;
  const beside =
    words.beside && alone.data?.answer.done.length === names.length ? alone.data.answer : undefined;
  const split = splitOf(asked);
  const save = () => {
    if (view && !answer.isPlaceholderData)
      saveCsv(`${asked.app}-funnel.csv`, csvOf(view, words, names, split));
  };
  const isLost = view && view.all.steps[words.lost - 1] && words.lost > 1;
  const lost = ask && isLost ? { ...lostOf(ask, words), until: words.until } : undefined;
  const after = useAfter(asked.app, lost);
  const next = lost && !after.isPlaceholderData ? after.data?.answer : undefined;
  // As evidence all that stands on the page is kept.
  const kept = useMemo(
    () =>
      answer.data && {
        foot: answer.data.foot,
        answer: { ...answer.data.answer, after: next, independent: beside },
      },
    [answer.data, next, beside],
  );
  return (
    <>
      {ask && answer.isError && <p className="fall room-fault">{answer.error.message}</p>}
      <Answer
        findings={
          answer.isPlaceholderData
            ? UPDATING
            : view
              ? [
                  ...findingsOf(view, words, names, (group) => groupName(split, group)),
                  ...(beside ? besideFindings(beside, words, names) : []),
                  ...gapFindings(gaps, names),
                ]
              : tooFew(words.steps.length)
        }
        tools={
          view &&
          !answer.isPlaceholderData &&
          kept && (
            <AnswerTools
              app={asked.app}
              room="funnels"
              file={`${asked.app}-funnel`}
              answered={kept}
              onCsv={save}
            >
              <Looks asked={asked} words={words} />
            </AnswerTools>
          )
        }
      >
        {words.steps.length > 0 ? (
          <>
            {words.sideways && view && <Sideways view={view} words={words} names={names} />}
            <Stairs
              asked={asked}
              words={words}
              names={names}
              view={view}
              ask={ask}
              alone={beside}
              gaps={gaps}
              adding={children}
            >
              {ask && isLost && <Lost asked={asked} words={words} names={names} ask={ask} after={after} />}
              {view && words.by && frame.rail && view.periods.length > 0 && (
                <Periods view={view} words={words} by={words.by} names={names} rail={frame.rail} />
              )}
            </Stairs>
          </>
        ) : (
          children
        )}
      </Answer>
    </>
  );
}

/** How the answer is looked at. */
function Looks({ asked, words }: { asked: FrameContext['asked']; words: Words }) {
  return (
    <>
      <Check
        label="Show as columns"
        checked={words.sideways}
        onChange={(on) => asked.set({ sideways: on ? '1' : null })}
      />
      <Check
        label="Show each step on its own"
        checked={words.beside}
        onChange={(on) => asked.set({ beside: on ? '1' : null })}
      />
    </>
  );
}

/** What is said while the answer to a changed question is on its way; the stairs can be edited meanwhile. */
export const UPDATING: Finding[] = [
  { key: 'updating', text: 'Updating: these numbers belong to the previous question.', caution: true },
];

/** What is said while there are too few steps to ask about. */
const tooFew = (steps: number): Finding[] =>
  steps < 2
    ? [
        {
          key: 'few',
          text: `Choose the ${steps === 0 ? 'first' : 'next'} step: a funnel needs at least two steps.`,
        },
      ]
    : [];
