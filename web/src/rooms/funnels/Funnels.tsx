import { useEffect, useState, type ReactNode } from 'react';
import { useCatalogueEvents, type RecordedEvent } from '../../api/catalogue';
import {
  askUsualOrder,
  useFunnel,
  useIndependent,
  type FunnelAsk,
  type IndependentView,
} from '../../api/funnel';
import { useNames, useWords } from '../../api/words';
import { AnswerTools } from '../../frame/AnswerTools';
import { EventField } from '../../frame/condition/NameField';
import { useFrame, type FrameContext } from '../../frame/Frame';
import { useLetter } from '../../frame/keys';
import { Answer, type Finding } from '../../frame/Margin';
import { NoEvents } from '../../frame/NoEvents';
import { saveCsv } from '../../frame/saveCsv';
import { Word } from '../../frame/sentence/Sentence';
import { groupName, splitOf } from '../../frame/split';
import { conditionOf } from '../../words/conditions';
import { gapSentences } from '../../words/gaps';
import { count, plural, share } from '../../words/numbers';
import { csvOf } from './csv';
import { findingsOf } from './findings';
import { FunnelSentence } from './FunnelSentence';
import { Independent, withoutWords } from './Independent';
import { Lost } from './Lost';
import { Periods } from './Periods';
import {
  aloneOf,
  askOf,
  entryOf,
  eventsIn,
  MOST_STEPS,
  pathsOf,
  stepName,
  stepsParam,
  wordsOf,
  type Step,
  type Words,
} from './question';
import { SeveralSteps } from './SeveralSteps';
import { Sideways } from './Sideways';
import type { WayProps } from './way';
import { Stairs } from './Stairs';
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

function Sequence({ frame, words, names, ask, children }: WayProps) {
  const { asked, setFoot } = frame;
  const answer = useFunnel(asked.app, ask);
  const alone = useIndependent(asked.app, ask && words.beside ? aloneOf(ask, 'PEOPLE') : undefined);
  const recorded = useRecorded(asked);
  useEffect(() => setFoot(answer.data?.foot), [answer.data, setFoot]);
  const told = ask && answer.data?.answer;
  // What was told of other steps is not shown for these.
  const view = told && told.all.steps.length === words.steps.length ? told : undefined;
  const beside =
    words.beside && alone.data?.answer.done.length === names.length ? alone.data.answer : undefined;
  const split = splitOf(asked);
  const save = () => {
    if (view) saveCsv(`${asked.app}-funnel.csv`, csvOf(view, words, names, split));
  };
  useLetter('x', save);
  const isLost = ask && view && view.all.steps[words.lost - 1] && words.lost > 1;
  return (
    <>
      {ask && answer.isError && <p className="fall room-fault">{answer.error.message}</p>}
      <Answer
        findings={
          view
            ? [
                ...findingsOf(view, words, names, (group) => groupName(split, group)),
                ...(beside ? besideFindings(beside, words, names) : []),
                ...gapFindings(words, recorded.data ?? [], names),
              ]
            : tooFew(words.steps.length)
        }
        tools={
          view &&
          answer.data && (
            <AnswerTools
              app={asked.app}
              room="funnels"
              file={`${asked.app}-funnel`}
              answered={answer.data}
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
              adding={children}
            >
              {isLost && <Lost asked={asked} words={words} names={names} ask={ask} />}
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

interface NextStepProps {
  frame: FrameContext;
  words: Words;
  ask: FunnelAsk | undefined;
  /** Whether a step was just typed. */
  typing: boolean;
  onTyped: () => void;
}

/** Adds steps: one by typing, several by a pattern, a ready-made path; or puts those there are in the order most take. */
function NextStep({ frame: { asked }, words: { steps }, ask, typing, onTyped }: NextStepProps) {
  const { events } = useWords(asked.app);
  const recorded = useRecorded(asked).data ?? [];
  const set = (next: Step[]) => asked.set({ steps: stepsParam(next), lost: null });
  const all = recorded.reduce((sum, each) => sum + each.count, 0);
  const note = (name: string) => {
    const event = recorded.find((each) => each.name === name);
    return event && `${plural(event.people, 'person', 'people')}, ${share(event.count / all)} of events`;
  };
  return (
    <div className="next-step">
      {steps.length < MOST_STEPS && (
        <>
          <EventField
            key={steps.length}
            app={asked.app}
            label={steps.length === 0 ? 'First they did' : 'Then they did'}
            value={null}
            note={note}
            autoFocus={typing}
            onChange={(subject) => {
              onTyped();
              set([...steps, { what: conditionOf({ subject, tests: [], join: 'all' }) }]);
            }}
          />
          <Word label="Several steps" text="several by a pattern">
            {(close) => (
              <SeveralSteps
                app={asked.app}
                events={recorded}
                steps={steps.length}
                onAdd={(more) => {
                  set([...steps, ...more]);
                  close();
                }}
              />
            )}
          </Word>
        </>
      )}
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
      {ask && steps.length > 2 && <UsualOrder app={asked.app} steps={steps} ask={ask} onOrder={set} />}
    </div>
  );
}

interface UsualOrderProps {
  app: string;
  steps: Step[];
  ask: FunnelAsk;
  onOrder: (steps: Step[]) => void;
}

/** Puts the steps in the order in which most do them for the first time, and says how clear that is. */
function UsualOrder({ app, steps, ask, onOrder }: UsualOrderProps) {
  const [said, setSaid] = useState('');
  const put = async () => {
    try {
      const { answer } = await askUsualOrder(app, aloneOf(ask, 'PEOPLE'));
      const ordered = answer.order.flatMap((at) => steps[at] ?? []);
      setSaid(orderWords(answer.agreed));
      // The first step is where people enter: nothing holds before it.
      onOrder(ordered.map((step, at) => (at === 0 ? entryOf(step) : step)));
    } catch (why) {
      setSaid(why instanceof Error ? why.message : String(why));
    }
  };
  return (
    <>
      <button className="word" onClick={() => void put()}>
        in the order most take
      </button>
      {said && <span className="second">{said}</span>}
    </>
  );
}

function orderWords(agreed: { inOrder: number; both: number }[]): string {
  const known = agreed.filter(({ both }) => both > 0);
  if (known.length === 0) return 'Nobody did any two of them in these days.';
  const least = known.reduce((a, b) => (b.inOrder / b.both < a.inOrder / a.both ? b : a));
  return `Where it is least clear, ${share(least.inOrder / least.both)} of ${count(least.both)} who did both took it.`;
}

const useRecorded = (asked: FrameContext['asked']) => {
  const { data } = useCatalogueEvents(asked.app, asked.range);
  return { data: data?.answer.events };
};

/** The stairs beside each step by itself, in numbers. */
const besideFindings = (alone: IndependentView, words: Words, names: string[]): Finding[] => [
  {
    key: 'alone',
    caution: true,
    text: 'By itself, a step is counted in the days asked about, whatever else they did; in the stairs, within the window of an entry in these days.',
  },
  ...withoutWords(alone, words, names, 'people'),
];

/** Where what a step looks at is not sent everywhere. */
function gapFindings(words: Words, recorded: RecordedEvent[], names: string[]): Finding[] {
  return words.steps.flatMap((step, at) =>
    recorded
      .filter((event) => eventsIn([step.what, step.forbidden]).includes(event.name))
      .flatMap((event) =>
        gapSentences(event).map(({ kind, text }) => ({
          key: `gap ${at} ${event.name} ${kind}`,
          caution: true,
          text: `Step ${at + 1}, \u201c${names[at] ?? ''}\u201d: ${event.name} ${text}`,
        })),
      ),
  );
}
