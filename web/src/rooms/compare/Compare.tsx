import { AnswerTools } from '../../export/AnswerTools';
import { useContrast, type ContrastRow, type ContrastView } from '../../api/contrast';
import type { Foot } from '../../api/queries';
import { useEventNames } from '../../api/catalogue';
import { AnswerFrame } from '../../parts/answer/AnswerFrame';
import { AmongWord } from '../../parts/condition/ConditionWords';
import { useFrame, type FrameContext, useFoot } from '../../model/frame';
import { Answer } from '../../parts/answer/Answer';
import { NoEvents } from '../../parts/NoEvents';
import { peopleParam } from '../../model/question';
import { saveCsv } from '../../export/saveCsv';
import { RangeWord } from '../../parts/sentence/RangeWords';
import { ChoiceWord, Sentence } from '../../parts/sentence/Sentence';
import { isEveryone, type PersonCondition } from '../../words/conditions';
import { CompareTable } from './CompareTable';
import { csvRows, findings } from './rows';

const START: PersonCondition = { property: 'platform', is: 'ios' };

/** Two groups of people: every headline figure and every event, with difference, interval and correction. */
export default function Compare() {
  const frame = useFrame();
  const { asked, rail } = frame;
  const first = peopleParam(asked.param('first')) ?? START;
  const second = peopleParam(asked.param('second'));
  const order = asked.param('order') === 'difference' ? 'difference' : 'list';
  const { range } = asked;
  const ready = range && !isEveryone(first);
  const answer = useContrast(asked.app, ready ? { range, first, second: second ?? null } : undefined);
  useFoot(answer.data?.foot);
  if (!rail) return <NoEvents app={frame.app} />;
  const set = (name: 'first' | 'second') => (who: PersonCondition) =>
    asked.set({ [name]: isEveryone(who) ? null : JSON.stringify(who) });
  return (
    <>
      <Sentence>
        How do <AmongWord app={asked.app} label="First group" value={first} onChange={set('first')} /> differ
        from{' '}
        {second ? (
          <AmongWord app={asked.app} label="Second group" value={second} onChange={set('second')} />
        ) : (
          <ChoiceWord
            label="Second group"
            value="others"
            options={[
              { value: 'others', name: 'all other users' },
              { value: 'some', name: 'chosen users' },
            ]}
            onChange={(next) => next === 'some' && set('second')({ not: first })}
          />
        )}{' '}
        in <RangeWord asked={asked} rail={rail} />, sorted by{' '}
        <ChoiceWord
          label="Sort by"
          value={order}
          options={[
            { value: 'list', name: 'metric' },
            { value: 'difference', name: 'significance' },
          ]}
          onChange={(next) => asked.set({ order: next === 'list' ? null : next })}
        />
        ?
      </Sentence>
      {!ready && (
        <p className="second room-fault">
          Choose the first group: all users cannot be compared with themselves.
        </p>
      )}
      {ready && (
        <AnswerFrame answer={answer}>
          {answer.data && <View frame={frame} answered={answer.data} bySureness={order === 'difference'} />}
        </AnswerFrame>
      )}
    </>
  );
}

interface ViewProps {
  frame: FrameContext;
  answered: { answer: ContrastView; foot: Foot };
  bySureness: boolean;
}

function View({ frame: { app }, answered, bySureness }: ViewProps) {
  const view = answered.answer;
  const { shown } = useEventNames(app.key);
  const rows = view.rows as ContrastRow[];
  const ordered = bySureness ? [...rows].sort((a, b) => (a.adjusted ?? 2) - (b.adjusted ?? 2)) : rows;
  const save = () => saveCsv(`${app.key}-compare.csv`, csvRows(ordered, view));
  return (
    <Answer
      findings={findings(view, rows, shown)}
      tools={
        <AnswerTools
          app={app.key}
          room="compare"
          file={`${app.key}-compare`}
          answered={answered}
          onCsv={save}
        />
      }
    >
      <CompareTable view={view} rows={ordered} shown={shown} />
    </Answer>
  );
}
