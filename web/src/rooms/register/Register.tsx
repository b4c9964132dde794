import TextField from '@mui/material/TextField';
import { useEffect, useState } from 'react';
import { Link } from 'react-router';
import { askRegister, findPeople, useRegister, type By, type RegisterView } from '../../api/register';
import { AnswerFrame } from '../../frame/AnswerFrame';
import { ColumnsField } from '../../frame/ColumnsField';
import { AmongWord } from '../../frame/condition/ConditionWords';
import { useFrame, type FrameContext } from '../../frame/Frame';
import { Answer, type Finding } from '../../frame/Margin';
import { NoEvents } from '../../frame/NoEvents';
import { useLetter } from '../../frame/keys';
import { Pages } from '../../frame/Pages';
import { saveCsv } from '../../frame/saveCsv';
import { Sentence, ChoiceWord, Word } from '../../frame/sentence/Sentence';
import { count } from '../../words/numbers';
import { PersonLog } from './PersonLog';
import { BYS, csvRows, MOST_SAVED, PAGE, paramsOf, questionOf, wordsOf, type Words } from './question';
import { RegisterRows } from './RegisterRows';
import './register.css';

/** People in order, and each of them whole. */
export default function Register() {
  const frame = useFrame();
  const { asked, rail, setFoot } = frame;
  const words = wordsOf(asked.param);
  const person = asked.param('person');
  const answer = useRegister(asked.app, questionOf(words));
  useEffect(() => setFoot(answer.data?.foot), [answer.data, setFoot]);
  if (!rail) return <NoEvents app={frame.app} />;
  if (person) return <PersonLog frame={frame} id={person} words={words} />;
  const set = (change: Partial<Words>) => asked.set(paramsOf({ ...change, from: change.from ?? 0 }));
  return (
    <>
      <Sentence>
        Who are the people:{' '}
        <AmongWord app={asked.app} label="Among" value={words.among} onChange={(among) => set({ among })} />,
        ordered by{' '}
        <ChoiceWord
          label="Order"
          value={words.by}
          options={BYS.filter(({ value }) => value !== 'PROPERTY' || words.by === 'PROPERTY')}
          onChange={(by: By) => set({ by, property: null })}
        />
        ,{' '}
        <ChoiceWord
          label="Direction"
          value={words.largestFirst ? 'down' : 'up'}
          options={[
            { value: 'down', name: 'largest first' },
            { value: 'up', name: 'smallest first' },
          ]}
          onChange={(next) => set({ largestFirst: next === 'down' })}
        />
        , with their{' '}
        <Word label="Columns" text={words.columns.join(', ') || 'figures alone'}>
          {() => (
            <ColumnsField
              app={asked.app}
              label="Properties, latest values"
              columns={words.columns}
              onChange={(columns) => set({ columns })}
            />
          )}
        </Word>
        ?
      </Sentence>
      <AnswerFrame answer={answer}>
        {answer.data && <View frame={frame} words={words} view={answer.data.answer} />}
      </AnswerFrame>
    </>
  );
}

function View({ frame, words, view }: { frame: FrameContext; words: Words; view: RegisterView }) {
  const { asked, app } = frame;
  const [saving, setSaving] = useState<string>();
  const save = async () => {
    try {
      const rows = [];
      const most = Math.min(view.people, MOST_SAVED);
      for (let from = 0; from < most; from += 500) {
        setSaving(`${count(Math.min(from, most))} of ${count(most)} people …`);
        const page = await askRegister(app.key, { ...questionOf(words), from, most: 500 });
        rows.push(...page.answer.rows);
      }
      saveCsv(`${app.key}-people.csv`, csvRows(rows.slice(0, most), view));
      setSaving(view.people > most ? `The first ${count(most)} people were saved.` : undefined);
    } catch (fault) {
      setSaving(fault instanceof Error ? fault.message : 'This failed.');
    }
  };
  useLetter('x', () => void save());
  const among = encodeURIComponent(JSON.stringify(words.among));
  const found: Finding[] = [
    { key: 'people', text: `${count(view.people)} people; figures are of their whole time with the app.` },
    ...view.leftOut.map((text) => ({ key: text, text, caution: true })),
  ];
  if (view.rows.some((row) => row.unconverted > 0)) {
    found.push({
      key: 'unconverted',
      caution: true,
      text: 'Of people with * some amounts have no rate on their day and are not in the revenue.',
    });
  }
  return (
    <Answer
      findings={found}
      tools={
        <div className="register-tools">
          <FindPerson app={app.key} onFound={(id) => asked.set({ person: id })} />
          <Link to={`/a/${app.key}/segments?among=${among}`}>Name them as a segment</Link>
          <button className="word" onClick={() => void save()}>
            Save as CSV
          </button>
          {saving && (
            <p className="second" role="status">
              {saving}
            </p>
          )}
        </div>
      }
    >
      <RegisterRows
        view={view}
        words={words}
        zone={app.zone}
        onOpen={(id, at) => asked.set({ person: id, at: String(at) })}
        onOrder={(order) => asked.set(paramsOf({ ...order, from: 0 }))}
      />
      <Pages
        from={words.from}
        page={PAGE}
        all={view.people}
        none="Nobody."
        onGo={(from) => asked.set(paramsOf({ from }))}
      />
    </Answer>
  );
}

function FindPerson({ app, onFound }: { app: string; onFound: (id: string) => void }) {
  const [name, setName] = useState('');
  const [said, setSaid] = useState('');
  const find = async () => {
    try {
      const found = await findPeople(app, name.trim());
      const [first] = found;
      if (first) onFound(first);
      else setSaid(`Nobody has an account or an install "${name.trim()}".`);
    } catch (fault) {
      setSaid(fault instanceof Error ? fault.message : 'This failed.');
    }
  };
  return (
    <form
      onSubmit={(event) => {
        event.preventDefault();
        if (name.trim()) void find();
      }}
    >
      <TextField
        label="Find an account or install"
        value={name}
        onChange={(event) => setName(event.target.value)}
        fullWidth
      />
      {said && (
        <p className="fall" role="alert">
          {said}
        </p>
      )}
    </form>
  );
}
