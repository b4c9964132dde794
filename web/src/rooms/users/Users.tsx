import { AnswerTools } from '../../export/AnswerTools';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { Link } from 'react-router';
import { askRegister, findPeople, useRegister, type By, type RegisterView } from '../../api/register';
import { AnswerFrame } from '../../parts/answer/AnswerFrame';
import { ColumnsField } from '../../parts/ColumnsField';
import { AmongWord } from '../../parts/condition/ConditionWords';
import { useFrame, type FrameContext, useFoot } from '../../model/frame';
import { Answer, type Finding } from '../../parts/answer/Answer';
import { NoEvents } from '../../parts/NoEvents';
import { Pages } from '../../kit/Pages';
import { saveCsv } from '../../export/saveCsv';
import { Sentence, ChoiceWord, Word } from '../../parts/sentence/Sentence';
import { count } from '../../words/numbers';
import { PersonLog } from './PersonLog';
import { BYS, csvRows, MOST_SAVED, PAGE, paramsOf, questionOf, wordsOf, type Words } from './question';
import { UserRows } from './UserRows';

/** People in order, and each of them whole. */
export default function Users() {
  const frame = useFrame();
  const { asked, rail } = frame;
  const words = wordsOf(asked.param);
  const person = asked.param('person');
  const answer = useRegister(asked.app, questionOf(words));
  useFoot(answer.data?.foot);
  if (!rail) return <NoEvents app={frame.app} />;
  if (person) return <PersonLog frame={frame} id={person} words={words} />;
  const set = (change: Partial<Words>) => asked.set(paramsOf({ ...change, from: change.from ?? 0 }));
  return (
    <>
      <Sentence>
        Show{' '}
        <AmongWord app={asked.app} label="Filter" value={words.among} onChange={(among) => set({ among })} />,
        sorted by{' '}
        <ChoiceWord
          label="Sort by"
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
        , with{' '}
        <Word label="Columns" text={words.columns.join(', ') || 'metrics only'}>
          {() => (
            <ColumnsField
              app={asked.app}
              label="Properties, latest values"
              columns={words.columns}
              onChange={(columns) => set({ columns })}
            />
          )}
        </Word>
        .
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
        setSaving(`${count(Math.min(from, most))} of ${count(most)} users …`);
        const page = await askRegister(app.key, { ...questionOf(words), from, most: 500 });
        rows.push(...page.answer.rows);
      }
      saveCsv(`${app.key}-users.csv`, csvRows(rows.slice(0, most), view));
      setSaving(view.people > most ? `The first ${count(most)} users were exported.` : undefined);
    } catch (fault) {
      setSaving(fault instanceof Error ? fault.message : 'The request failed.');
    }
  };
  const among = encodeURIComponent(JSON.stringify(words.among));
  const found: Finding[] = [
    { key: 'people', text: `${count(view.people)} users. Values cover each user’s whole time with the app.` },
    ...view.leftOut.map((text) => ({ key: text, text, caution: true })),
  ];
  if (view.rows.some((row) => row.unconverted > 0)) {
    found.push({
      key: 'unconverted',
      caution: true,
      text: 'Users marked * have amounts without an exchange rate on the day; these are not in the revenue.',
    });
  }
  return (
    <Answer
      findings={found}
      tools={
        <AnswerTools app={app.key} room="users" file={`${app.key}-users`} onCsv={() => void save()}>
          <FindPerson app={app.key} onFound={(id) => asked.set({ person: id })} />
          <Link to={`/a/${app.key}/segments?among=${among}`}>Save as segment</Link>
          {saving && (
            <p className="second" role="status">
              {saving}
            </p>
          )}
        </AnswerTools>
      }
    >
      <UserRows
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
        none="No users."
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
      else setSaid(`No user has an account or an install "${name.trim()}".`);
    } catch (fault) {
      setSaid(fault instanceof Error ? fault.message : 'The request failed.');
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
