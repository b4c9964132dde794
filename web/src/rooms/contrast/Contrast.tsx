import { useEffect } from 'react';
import { useContrast, type ContrastRow, type ContrastView } from '../../api/contrast';
import { useEventNames } from '../../api/catalogue';
import { AnswerFrame } from '../../frame/AnswerFrame';
import { AmongWord } from '../../frame/condition/ConditionWords';
import { useFrame, type FrameContext } from '../../frame/Frame';
import { Answer } from '../../frame/Margin';
import { NoEvents } from '../../frame/NoEvents';
import { useLetter } from '../../frame/keys';
import { peopleParam } from '../../frame/question';
import { saveCsv } from '../../frame/saveCsv';
import { RangeWord } from '../../frame/sentence/RangeWords';
import { ChoiceWord, Sentence } from '../../frame/sentence/Sentence';
import { isEveryone, type PersonCondition } from '../../words/conditions';
import { ContrastTable } from './ContrastTable';
import { csvRows, findings } from './rows';
import './contrast.css';

const START: PersonCondition = { property: 'platform', is: 'ios' };

/** Two groups of people: every headline figure and every event, with difference, interval and correction. */
export default function Contrast() {
  const frame = useFrame();
  const { asked, rail, setFoot } = frame;
  const first = peopleParam(asked.param('first')) ?? START;
  const second = peopleParam(asked.param('second'));
  const order = asked.param('order') === 'difference' ? 'difference' : 'list';
  const { range } = asked;
  const ready = range && !isEveryone(first);
  const answer = useContrast(asked.app, ready ? { range, first, second: second ?? null } : undefined);
  useEffect(() => setFoot(answer.data?.foot), [answer.data, setFoot]);
  if (!rail) return <NoEvents app={frame.app} />;
  const set = (name: 'first' | 'second') => (who: PersonCondition) =>
    asked.set({ [name]: isEveryone(who) ? null : JSON.stringify(who) });
  return (
    <>
      <Sentence>
        In what do people{' '}
        <AmongWord app={asked.app} label="First group" value={first} onChange={set('first')} /> differ from{' '}
        {second ? 'people ' : ''}
        {second ? (
          <AmongWord app={asked.app} label="Second group" value={second} onChange={set('second')} />
        ) : (
          <ChoiceWord
            label="Second group"
            value="others"
            options={[
              { value: 'others', name: 'everyone else' },
              { value: 'some', name: 'some of them' },
            ]}
            onChange={(next) => next === 'some' && set('second')({ not: first })}
          />
        )}{' '}
        in <RangeWord asked={asked} rail={rail} />, in order of{' '}
        <ChoiceWord
          label="Order"
          value={order}
          options={[
            { value: 'list', name: 'the list' },
            { value: 'difference', name: 'how sure the difference is' },
          ]}
          onChange={(next) => asked.set({ order: next === 'list' ? null : next })}
        />
        ?
      </Sentence>
      {!ready && (
        <p className="second room-fault">
          Say who the first group is: everyone cannot be set against everyone else.
        </p>
      )}
      {ready && (
        <AnswerFrame answer={answer}>
          {answer.data && (
            <View frame={frame} view={answer.data.answer} bySureness={order === 'difference'} />
          )}
        </AnswerFrame>
      )}
    </>
  );
}

interface ViewProps {
  frame: FrameContext;
  view: ContrastView;
  bySureness: boolean;
}

function View({ frame: { app }, view, bySureness }: ViewProps) {
  const { shown } = useEventNames(app.key);
  const rows = view.rows as ContrastRow[];
  const ordered = bySureness ? [...rows].sort((a, b) => (a.adjusted ?? 2) - (b.adjusted ?? 2)) : rows;
  const save = () => saveCsv(`${app.key}-side-by-side.csv`, csvRows(ordered, view));
  useLetter('x', save);
  return (
    <Answer
      findings={findings(view, rows, shown)}
      tools={
        <button className="word" onClick={save}>
          Save as CSV
        </button>
      }
    >
      <ContrastTable view={view} rows={ordered} shown={shown} />
    </Answer>
  );
}
