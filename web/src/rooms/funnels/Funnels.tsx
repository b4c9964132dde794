import { useEffect } from 'react';
import { useFunnel } from '../../api/funnel';
import { useNames, useWords } from '../../api/words';
import { AnswerTools } from '../../frame/AnswerTools';
import { EventField } from '../../frame/condition/NameField';
import { useFrame, type FrameContext } from '../../frame/Frame';
import { useLetter } from '../../frame/keys';
import { Answer, type Finding } from '../../frame/Margin';
import { NoEvents } from '../../frame/NoEvents';
import { saveCsv } from '../../frame/saveCsv';
import { splitOf } from '../../frame/split';
import { conditionOf } from '../../words/conditions';
import { csvOf } from './csv';
import { findingsOf } from './findings';
import { FunnelSentence } from './FunnelSentence';
import { Periods } from './Periods';
import { askOf, MOST_STEPS, pathsOf, stepName, stepsParam, wordsOf, type Step } from './question';
import { Stairs } from './Stairs';
import './funnels.css';

/** How far people get through steps, and where they stop. */
export default function Funnels() {
  const frame = useFrame();
  return frame.rail ? <Room frame={frame} /> : <NoEvents app={frame.app} />;
}

function Room({ frame }: { frame: FrameContext }) {
  const { asked, setFoot } = frame;
  const words = wordsOf(asked.param);
  const shown = useNames(asked.app);
  const names = words.steps.map((step) => stepName(step, shown));
  const ask = askOf(asked, words, shown);
  const answer = useFunnel(asked.app, ask);
  useEffect(() => setFoot(answer.data?.foot), [answer.data, setFoot]);
  const told = ask && answer.data?.answer;
  // What was told of other steps is not shown for these.
  const view = told && told.all.steps.length === words.steps.length ? told : undefined;
  const save = () => {
    if (view) saveCsv(`${asked.app}-funnel.csv`, csvOf(view, words, names, splitOf(asked)));
  };
  useLetter('x', save);
  return (
    <>
      <FunnelSentence frame={frame} words={words} names={names} />
      {ask && answer.isError && <p className="fall room-fault">{answer.error.message}</p>}
      <Answer
        findings={view ? findingsOf(view, words, names) : tooFew(words.steps.length)}
        tools={
          view &&
          answer.data && (
            <AnswerTools
              app={asked.app}
              room="funnels"
              file={`${asked.app}-funnel`}
              answered={answer.data}
              onCsv={save}
            />
          )
        }
      >
        {words.steps.length > 0 ? (
          <Stairs asked={asked} words={words} names={names} view={view} ask={ask}>
            <NextStep frame={frame} steps={words.steps} />
            {view && words.by && frame.rail && view.periods.length > 0 && (
              <Periods view={view} by={words.by} names={names} rail={frame.rail} />
            )}
          </Stairs>
        ) : (
          <NextStep frame={frame} steps={words.steps} />
        )}
      </Answer>
    </>
  );
}

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

function NextStep({ frame: { asked }, steps }: { frame: FrameContext; steps: Step[] }) {
  const { events } = useWords(asked.app);
  const set = (next: Step[]) => asked.set({ steps: stepsParam(next) });
  if (steps.length >= MOST_STEPS) return null;
  return (
    <div className="next-step">
      <EventField
        key={steps.length}
        app={asked.app}
        label={steps.length === 0 ? 'First they did' : 'Then they did'}
        value={null}
        onChange={(subject) => set([...steps, { what: conditionOf({ subject, tests: [], join: 'all' }) }])}
      />
      {steps.length === 0 &&
        pathsOf(events.map(({ name }) => name)).map((path) => (
          <button
            key={path.name}
            className="word"
            onClick={() => set(path.events.map((event) => ({ what: { event } })))}
          >
            {path.name}
          </button>
        ))}
    </div>
  );
}
