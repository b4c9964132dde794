import { Editor } from '../../kit/layout';
import { AnswerTools } from '../../export/AnswerTools';
import Button from '@mui/material/Button';
import { useState } from 'react';
import { extractFile, useExtract, type ExtractAsk, type ExtractView, type Format } from '../../api/extracts';
import { useNames, useWords } from '../../api/words';
import { AnswerFrame } from '../../parts/answer/AnswerFrame';
import { ColumnsField } from '../../parts/ColumnsField';
import { AmongWord } from '../../parts/condition/ConditionWords';
import { EventsEditor } from '../../parts/condition/EventsEditor';
import { useDraft } from '../../parts/condition/useDraft';
import { useFrame, type FrameContext, useFoot } from '../../model/frame';
import { Answer, type Finding } from '../../parts/answer/Answer';
import { NoEvents } from '../../parts/NoEvents';
import { Pages } from '../../kit/Pages';
import { download } from '../../export/download';
import { amongOf, amongParam } from '../../model/question';
import { RangeWord } from '../../parts/sentence/RangeWords';
import { ChoiceWord, Sentence, Word } from '../../parts/sentence/Sentence';
import { sayEvents, type EventCondition } from '../../words/conditions';
import { count, plural } from '../../words/numbers';
import { EventTable } from './EventTable';
import { askOf, PAGE, whatParam, wordsOf, type Words } from './question';

/** No page begins later than this. */
const DEEPEST = 10_000;

/** Single events as they came, in order, and all of them as a file. */
export default function Events() {
  const frame = useFrame();
  const { asked, rail, app } = frame;
  const words = wordsOf(asked);
  const ask = askOf(words, asked);
  const answer = useExtract(app.key, ask);
  useFoot(answer.data?.foot);
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
      Show{' '}
      <Word label="Events" text={words.what ? sayEvents(words.what, names) : 'all events'}>
        {() => (
          <WhatSheet app={asked.app} value={words.what} onChange={(what) => set({ what: whatParam(what) })} />
        )}
      </Word>{' '}
      in <RangeWord asked={asked} rail={rail} /> of{' '}
      <AmongWord
        app={asked.app}
        label="Filter"
        value={amongOf(asked)}
        onChange={(who) => set({ among: amongParam(who) })}
      />
      , sorted by{' '}
      <ChoiceWord
        label="Sort by"
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
      <Word label="Columns" text={words.columns.join(', ') || 'all properties'}>
        {() => (
          <ColumnsField
            app={asked.app}
            label="Properties as columns"
            columns={words.columns}
            onChange={(columns) => asked.set({ columns: columns.join(',') || null })}
          />
        )}
      </Word>
      .
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
    <Editor>
      <EventsEditor app={app} label="Event" value={what} onChange={change} autoFocus />
      <Button onClick={() => onChange(null)}>All events</Button>
    </Editor>
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
    setSaid('Preparing the file …');
    const columns = words.columns.length > 0 ? words.columns : all;
    extractFile(app.key, ask, format, columns).then(
      (file) => {
        download(`${app.key}-events.${format.toLowerCase()}`, file);
        setSaid(
          view.events > view.mostSaved ? `The first ${count(view.mostSaved)} events were exported.` : '',
        );
      },
      (why: unknown) => setSaid(why instanceof Error ? why.message : String(why)),
    );
  };
  const findings: Finding[] = [
    {
      key: 'all',
      text: `${plural(view.events, 'event')}. The exported file has all of them, ordered by user and time.`,
    },
    ...view.leftOut.map((text) => ({ key: text, text, caution: true })),
  ];
  if (view.events > DEEPEST)
    findings.push({
      key: 'deep',
      text: `The first ${count(DEEPEST)} are shown here. Export a file for all of them, or narrow the question.`,
      caution: true,
    });
  return (
    <Answer
      findings={findings}
      tools={
        <AnswerTools
          app={app.key}
          room="events"
          file={`${app.key}-events`}
          onCsv={() => save('CSV')}
          formats={{ NDJSON: () => save('NDJSON'), Parquet: () => save('PARQUET') }}
        >
          {said && (
            <p className="second" role="status">
              {said}
            </p>
          )}
        </AnswerTools>
      }
    >
      <EventTable app={app} view={view} columns={words.columns} />
      <Pages
        from={words.from}
        page={PAGE}
        all={view.events}
        none="No events."
        end={DEEPEST}
        onGo={(from) => asked.set({ from: from === 0 ? null : String(from) })}
      />
    </Answer>
  );
}
