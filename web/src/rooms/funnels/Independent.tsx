import { STAIRS } from './stairs/looks';
import { useState } from 'react';
import { useIndependent, type FunnelAsk, type IndependentView } from '../../api/funnel';
import { AnswerTools } from '../../export/AnswerTools';
import { type FrameContext, useFoot } from '../../model/frame';
import { Answer, type Finding } from '../../parts/answer/Answer';
import { PeopleSheet, type Picked } from '../../parts/PeopleSheet';
import { saveCsv } from '../../export/saveCsv';
import { bound } from '../../words/conditions';
import { count } from '../../words/numbers';
import { withoutWords } from './findings';
import { aloneOf, aloneWord, type Words } from './question';
import { StepWord } from './editors/StepWord';
import { UPDATING } from './Sequence';
import type { WayProps } from './way';
import { TextButton } from '../../kit/buttons';
import { Table } from '../../kit/Table';

/** Each step by itself: never in words of a sequence. */
export function Independent({ frame, words, names, ask, children }: WayProps) {
  const { asked } = frame;
  const answer = useIndependent(asked.app, ask && aloneOf(ask, words.alone));
  useFoot(answer.data?.foot);
  const told = ask && answer.data?.answer;
  const view = told && told.done.length === words.steps.length ? told : undefined;
  const save = () => {
    if (view && !answer.isPlaceholderData)
      saveCsv(`${asked.app}-independent.csv`, independentCsv(view, words, names));
  };
  return (
    <>
      {ask && answer.isError && <p className="fall room-fault">{answer.error.message}</p>}
      <Answer
        findings={answer.isPlaceholderData ? UPDATING : view ? independentFindings(view, words, names) : []}
        tools={
          view &&
          !answer.isPlaceholderData &&
          answer.data && (
            <AnswerTools
              app={asked.app}
              room="funnels"
              file={`${asked.app}-independent`}
              answered={answer.data}
              onCsv={save}
            />
          )
        }
      >
        <Counts frame={frame} words={words} names={names} ask={ask} view={view} />
        {children}
      </Answer>
    </>
  );
}

interface CountsProps {
  frame: FrameContext;
  words: Words;
  names: string[];
  ask: FunnelAsk | undefined;
  view: IndependentView | undefined;
}

function Counts({ frame: { asked }, words, names, ask, view }: CountsProps) {
  const [picked, setPicked] = useState<Picked>();
  const most = Math.max(1, ...(view?.done ?? []));
  const unit = aloneWord[words.alone];
  return (
    <>
      <Table className="figures answer-table stairs" sx={STAIRS}>
        <caption>Independent counts: {unit} by step, each step on its own. Not a sequence.</caption>
        <thead>
          <tr>
            <th scope="col">did</th>
            <th scope="col" className="number">
              {unit}
            </th>
            <th scope="col" />
            <th scope="col" className="number">
              without the step above
            </th>
          </tr>
        </thead>
        <tbody>
          {words.steps.map((_, at) => {
            const done = view?.done[at];
            return (
              <tr key={at}>
                <th scope="row">
                  <StepWord asked={asked} words={words} names={names} at={at} />
                </th>
                <td className="number">
                  {done === undefined || !ask ? (
                    '\u2013'
                  ) : (
                    <TextButton
                      onClick={(event) =>
                        setPicked(didOf(event.currentTarget, ask, names, at, `${count(done)} ${unit}`))
                      }
                    >
                      {count(done)}
                    </TextButton>
                  )}
                </td>
                <td className="stair">
                  <svg aria-hidden viewBox="0 0 1000 20" preserveAspectRatio="none">
                    <rect x={0} y={4} width={((done ?? 0) / most) * 1000} height={12} className="alone-bar" />
                  </svg>
                </td>
                <td className="number">{at > 0 && view ? count(view.withoutBefore[at] ?? 0) : ''}</td>
              </tr>
            );
          })}
        </tbody>
      </Table>
      <PeopleSheet app={asked.app} picked={picked} onClose={() => setPicked(undefined)} />
    </>
  );
}

function didOf(place: Element, ask: FunnelAsk, names: string[], at: number, counted: string): Picked {
  const what = ask.funnel.steps[at]?.what ?? { active: true };
  return {
    place,
    title: `Did \u201c${names[at] ?? ''}\u201d`,
    text: `${counted}.`,
    people: [
      {
        name: 'Users who did',
        who: bound([ask.among, { did: what, when: ask.funnel.range }]),
      },
    ],
  };
}

function independentFindings(view: IndependentView, words: Words, names: string[]): Finding[] {
  const without = withoutWords(view, words, names, aloneWord[words.alone]);
  return [
    {
      key: 'alone',
      caution: true,
      text: 'Independent counts: each step on its own in the range. They do not show how many users went from one step to the next.',
    },
    ...(without.length > 0
      ? without
      : [{ key: 'none', text: 'No users did a step without the step above it in the range.' }]),
  ];
}

function independentCsv(view: IndependentView, words: Words, names: string[]): (string | number)[][] {
  return [
    ['independent counts: not a sequence', 'name', 'counted', 'did it', 'of these without the step above'],
    ...names.map((name, at) => [
      at + 1,
      name,
      aloneWord[words.alone],
      view.done[at] ?? 0,
      view.withoutBefore[at] ?? 0,
    ]),
  ];
}
