import Button from '@mui/material/Button';
import { useEffect, useState } from 'react';
import { extractFile, useExtract, type ExtractAsk, type ExtractView, type Format } from '../../api/extracts';
import { useNames, useWords } from '../../api/words';
import { AnswerFrame } from '../../frame/AnswerFrame';
import { ColumnsField } from '../../frame/ColumnsField';
import { AmongWord } from '../../frame/condition/ConditionWords';
import { EventsEditor } from '../../frame/condition/EventsEditor';
import { useDraft } from '../../frame/condition/useDraft';
import { useFrame, type FrameContext } from '../../frame/Frame';
import { useLetter } from '../../frame/keys';
import { Answer, type Finding } from '../../frame/Margin';
import { NoEvents } from '../../frame/NoEvents';
import { Pages } from '../../frame/Pages';
import { download } from '../../frame/download';
import { amongOf, amongParam } from '../../frame/question';
import { RangeWord } from '../../frame/sentence/RangeWords';
import { ChoiceWord, Sentence, Word } from '../../frame/sentence/Sentence';
import { sayEvents, type EventCondition } from '../../words/conditions';
import { count, plural } from '../../words/numbers';
import { EventTable } from './EventTable';
import { askOf, PAGE, whatParam, wordsOf, type Words } from './question';
import './extracts.css';

/** No page begins later than this. */
const DEEPEST = 10_000;

/** Single events as they came, in order, and all of them as a file. */
export default function Extracts() {
  const frame = useFrame();
  const { asked, rail, setFoot, app } = frame;
  const words = wordsOf(asked);
  const ask = askOf(words, asked);
  const answer = useExtract(app.key, ask);
  useEffect(() => setFoot(answer.data?.foot), [answer.data, setFoot]);
  if (!rail) return <NoEvents app={app} />;
  return (
    <>
      <Question frame={frame} words={words} />
      <AnswerFrame answer={answer}>
        {ask && answer.data && <View frame={frame} words={words} ask={ask} view={answer.data.answer} />}
      </AnswerFrame>
    </>
  );
}

function Question({ frame: { asked, rail }, words }: { frame: FrameContext; words: Words }) {
  const names = useNames(asked.app);
  const numbers = useWords(asked.app).properties.filter((property) => property.numbers);
  if (!rail) return null;
  const set = (change: Record<string, string | null>) => asked.set({ from: null, ...change });
  return (
    <Sentence>
      Which events are there of{' '}
      <Word label="Events" text={words.what ? sayEvents(words.what, names) : 'any kind'}>
        {() => (
          <WhatSheet app={asked.app} value={words.what} onChange={(what) => set({ what: whatParam(what) })} />
        )}
      </Word>{' '}
      in <RangeWord asked={asked} rail={rail} /> among{' '}
      <AmongWord
        app={asked.app}
        label="Among"
        value={amongOf(asked)}
        onChange={(who) => set({ among: amongParam(who) })}
      />
      , ordered by{' '}
      <ChoiceWord
        label="Order"
        value={words.by ?? ''}
        options={[{ value: '', name: 'time' }, ...numbers.map(({ name }) => ({ value: name, name }))]}
        onChange={(by) => set({ by: by === '' ? null : by })}
      />
      ,{' '}
      <ChoiceWord
        label="Direction"
        value={words.largestFirst ? 'down' : 'up'}
        options={[
          { value: 'down', name: words.by ? 'largest first' : 'newest first' },
          { value: 'up', name: words.by ? 'smallest first' : 'oldest first' },
        ]}
        onChange={(next) => set({ order: next === 'up' ? 'up' : null })}
      />
      , with{' '}
      <Word label="Columns" text={words.columns.join(', ') || 'all they have'}>
        {() => (
          <ColumnsField
            app={asked.app}
            label="Properties as columns"
            columns={words.columns}
            onChange={(columns) => asked.set({ columns: columns.join(',') || null })}
          />
        )}
      </Word>
      ?
    </Sentence>
  );
}

interface WhatSheetProps {
  app: string;
  value: EventCondition | null;
  onChange: (what: EventCondition | null) => void;
}

function WhatSheet({ app, value, onChange }: WhatSheetProps) {
  const [what, change] = useDraft<EventCondition>(value ?? { all: [] }, onChange);
  return (
    <div className="condition-sheet condition-lines">
      <EventsEditor app={app} label="what" value={what} onChange={change} autoFocus />
      <Button onClick={() => onChange(null)}>any kind</Button>
    </div>
  );
}

interface ViewProps {
  frame: FrameContext;
  words: Words;
  ask: ExtractAsk;
  view: ExtractView;
}

function View({ frame: { app, asked }, words, ask, view }: ViewProps) {
  const all = useWords(app.key).properties.map((property) => property.name);
  const [said, setSaid] = useState('');
  const save = (format: Format) => {
    setSaid('The file is being written.');
    const columns = words.columns.length > 0 ? words.columns : all;
    extractFile(app.key, ask, format, columns).then(
      (file) => {
        download(`${app.key}-events.${format.toLowerCase()}`, file);
        setSaid(view.events > view.mostSaved ? `The first ${count(view.mostSaved)} events were saved.` : '');
      },
      (why: unknown) => setSaid(why instanceof Error ? why.message : String(why)),
    );
  };
  useLetter('x', () => save('CSV'));
  const findings: Finding[] = [
    {
      key: 'all',
      text: `${plural(view.events, 'event')}. A file holds all of them by person, each person's in the order of their time.`,
    },
    ...view.leftOut.map((text) => ({ key: text, text, caution: true })),
  ];
  if (view.events > DEEPEST)
    findings.push({
      key: 'deep',
      text: `The first ${count(DEEPEST)} are shown page by page; the rest are in a file, or ask for fewer.`,
      caution: true,
    });
  return (
    <Answer
      findings={findings}
      tools={
        <div className="answer-tools">
          <p>
            Save all as{' '}
            {(['CSV', 'NDJSON', 'PARQUET'] as const).map((format, at) => (
              <span key={format}>
                {['', ', ', ' or '][at]}
                <button className="word" onClick={() => save(format)}>
                  {format === 'PARQUET' ? 'Parquet' : format}
                </button>
              </span>
            ))}
          </p>
          {said && (
            <p className="second" role="status">
              {said}
            </p>
          )}
        </div>
      }
    >
      <EventTable app={app} view={view} columns={words.columns} />
      <Pages
        from={words.from}
        page={PAGE}
        all={view.events}
        none="No event passes."
        end={DEEPEST}
        onGo={(from) => asked.set({ from: from === 0 ? null : String(from) })}
      />
    </Answer>
  );
}
