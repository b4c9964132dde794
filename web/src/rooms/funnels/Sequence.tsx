import { useEffect, useMemo } from 'react';
import { useAfter, useFunnel, useIndependent } from '../../api/funnel';
import { AnswerTools } from '../../frame/AnswerTools';
import type { FrameContext } from '../../frame/Frame';
import { useLetter } from '../../frame/keys';
import { Answer, type Finding } from '../../frame/Margin';
import { saveCsv } from '../../frame/saveCsv';
import { groupName, splitOf } from '../../frame/split';
import { csvOf } from './csv';
import { besideFindings, findingsOf } from './findings';
import { gapFindings, gapsOf } from './gaps';
import { Lost } from './Lost';
import { Periods } from './Periods';
import { aloneOf, lostOf, type Words } from './question';
import { Sideways } from './Sideways';
import { Stairs } from './Stairs';
import { useRecorded } from './useRecorded';
import type { WayProps } from './way';

/** Steps that hang together: the stairs, and whatever is told besides. */
export function Sequence({ frame, words, names, ask, children }: WayProps) {
  const { asked, setFoot } = frame;
  const answer = useFunnel(asked.app, ask);
  const alone = useIndependent(asked.app, ask && words.beside ? aloneOf(ask, 'PEOPLE') : undefined);
  const gaps = gapsOf(words, useRecorded(asked));
  useEffect(() => setFoot(answer.data?.foot), [answer.data, setFoot]);
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
  useLetter('x', save);
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
      <label>
        <input
          type="checkbox"
          checked={words.sideways}
          onChange={(event) => asked.set({ sideways: event.target.checked ? '1' : null })}
        />{' '}
        Across the page too
      </label>
      <label>
        <input
          type="checkbox"
          checked={words.beside}
          onChange={(event) => asked.set({ beside: event.target.checked ? '1' : null })}
        />{' '}
        Beside each step by itself, by people
      </label>
    </>
  );
}

/** What is said while the answer to a changed question is on its way; the stairs can be edited meanwhile. */
export const UPDATING: Finding[] = [
  { key: 'updating', text: 'Updating: the figures here still answer the question before.', caution: true },
];

/** What is said while there are too few steps to ask about. */
const tooFew = (steps: number): Finding[] =>
  steps < 2
    ? [
        {
          key: 'few',
          text: `Choose what they do ${steps === 0 ? 'first' : 'then'}: a funnel has two steps or more.`,
        },
      ]
    : [];
