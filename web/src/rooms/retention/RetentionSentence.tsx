import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { useEventNames } from '../../api/catalogue';
import type { Clock, Counting, Grain, StartEntry } from '../../api/queries';
import { useWords } from '../../api/words';
import { AmongWord } from '../../frame/condition/ConditionWords';
import type { FrameContext } from '../../frame/Frame';
import { amongOf, amongParam } from '../../frame/question';
import { RangeWord } from '../../frame/sentence/RangeWords';
import { ChoiceWord, Sentence, Word } from '../../frame/sentence/Sentence';
import { isEveryone } from '../../words/conditions';
import { GRAINS, grainWord } from '../../words/dates';
import {
  ANY,
  countingParam,
  entryParam,
  MOST_WAYS,
  quoted,
  spansOf,
  USUAL_AGES,
  waysParam,
  type Chosen,
  type Words,
} from './question';

const AGES: Record<Grain, readonly number[]> = {
  DAY: [7, 14, 21, 30, 60],
  WEEK: [4, 8, 12, 26, 52],
  MONTH: [3, 6, 12],
};

const ARRIVED = 'arrived';
const LEAVE_OUT = 'leave this one out';

const COUNTINGS: { value: Counting; name: string }[] = [
  { value: 'AT', name: 'at each age' },
  { value: 'OR_LATER', name: 'at each age or later' },
  { value: 'WITHIN', name: 'within spans of ages' },
];

const CLOCKS: { value: Clock; name: string }[] = [
  { value: 'CALENDAR', name: 'the calendar' },
  { value: 'OWN', name: 'each person\u2019s own clock' },
];

interface RetentionSentenceProps {
  frame: FrameContext;
  words: Words;
  /** Names that may be a start or a return. */
  events: string[];
}

export function RetentionSentence({ frame, words, events }: RetentionSentenceProps) {
  const { asked, rail } = frame;
  const names = useEventNames(asked.app);
  const { behaviours } = useWords(asked.app);
  const among = amongOf(asked);
  const { grain, start, ways } = words;
  const done = [
    ...behaviours.map((name) => ({ value: quoted(name), name: quoted(name) })),
    ...events
      .filter((name) => ways.includes(name) || name === start || !names.hidden(name))
      .map((name) => ({ value: name, name: names.shown(name) })),
  ];
  const setWays = (next: Chosen[]) => asked.set({ back: waysParam(next), way: null });
  if (!rail) return null;
  return (
    <Sentence>
      Of {isEveryone(among) ? '' : 'people '}
      <AmongWord
        app={asked.app}
        label="Among"
        value={among}
        onChange={(next) => asked.set({ among: amongParam(next) })}
      />{' '}
      who{' '}
      <ChoiceWord
        label="Started with"
        value={start ?? ARRIVED}
        options={[
          { value: ARRIVED, name: ARRIVED },
          ...done.map((each) => ({ value: each.value, name: `did ${each.name}` })),
        ]}
        onChange={(next) => asked.set({ start: next === ARRIVED ? null : next, entry: null })}
      />{' '}
      {start !== null && (
        <>
          <ChoiceWord
            label="Which start"
            value={words.entry}
            options={entries(grain)}
            onChange={(next) => asked.set({ entry: entryParam(next) })}
          />
          ,{' '}
        </>
      )}
      each{' '}
      <ChoiceWord
        label="Grain"
        value={grain}
        options={GRAINS}
        onChange={(next) =>
          asked.set({ by: next === 'WEEK' ? null : grainWord[next], ages: null, spans: null })
        }
      />{' '}
      of <RangeWord asked={asked} rail={rail} />, how many came back with{' '}
      {ways.map((way, at) => (
        <span key={at}>
          {at > 0 && (at === ways.length - 1 ? ' or with ' : ', with ')}
          <ChoiceWord
            label={at === 0 ? 'Came back with' : `Way ${at + 1} of coming back`}
            value={way ?? ANY}
            options={[
              ...(ways.length > 1 ? [{ value: LEAVE_OUT, name: LEAVE_OUT }] : []),
              { value: ANY, name: ANY },
              ...done,
            ]}
            onChange={(next) =>
              setWays(
                next === LEAVE_OUT
                  ? ways.filter((_, other) => other !== at)
                  : ways.map((each, other) => (other === at ? (next === ANY ? null : next) : each)),
              )
            }
          />
        </span>
      ))}
      {ways.length < MOST_WAYS && (
        <>
          {' '}
          <ChoiceWord
            label="Another way of coming back"
            value="+"
            options={[
              ...(ways.includes(null) ? [] : [{ value: ANY, name: ANY }]),
              ...done.filter((each) => !ways.includes(each.value)),
            ]}
            onChange={(next) => setWays([...ways, next === ANY ? null : next])}
          />
        </>
      )}{' '}
      <ChoiceWord
        label="Counted"
        value={words.counting}
        options={COUNTINGS}
        onChange={(next) => asked.set({ count: countingParam(next) })}
      />{' '}
      {words.counting === 'WITHIN' ? (
        <SpansWord words={words} onChange={(spans) => asked.set({ spans })} />
      ) : (
        <>
          up to{' '}
          <ChoiceWord
            label="Ages"
            value={String(words.ages)}
            options={[...new Set([...AGES[grain], words.ages])]
              .sort((a, b) => a - b)
              .map((each) => ({ value: String(each), name: `${each} ${grainWord[grain]}s` }))}
            onChange={(next) => asked.set({ ages: Number(next) === USUAL_AGES[grain] ? null : next })}
          />
        </>
      )}
      , ages by{' '}
      <ChoiceWord
        label="Ages by"
        value={words.clock}
        options={CLOCKS}
        onChange={(next) => asked.set({ clock: next === 'OWN' ? 'own' : null })}
      />
      ?
    </Sentence>
  );
}

const entries = (grain: Grain): { value: StartEntry; name: string }[] => [
  { value: 'FIRST_EVER', name: 'for the first time ever' },
  { value: 'FIRST_IN_RANGE', name: 'for the first time in the range' },
  { value: 'EVERY_PERIOD', name: `in whichever ${grainWord[grain]}` },
];

/** Spans of ages, written: "1-3, 4-7". */
function SpansWord({ words, onChange }: { words: Words; onChange: (spans: string) => void }) {
  return (
    <Word label="Spans of ages" text={`${words.spans.replaceAll('-', '\u2013')} ${grainWord[words.grain]}s`}>
      {(close) => (
        <SpansEditor
          spans={words.spans}
          onDone={(spans) => {
            onChange(spans);
            close();
          }}
        />
      )}
    </Word>
  );
}

function SpansEditor({ spans, onDone }: { spans: string; onDone: (spans: string) => void }) {
  const [text, setText] = useState(spans);
  const read = spansOf(text);
  const fault = typeof read === 'string' ? read : undefined;
  return (
    <form
      className="spans-editor"
      onSubmit={(event) => {
        event.preventDefault();
        if (!fault) onDone(text);
      }}
    >
      <TextField
        label="Ages, with commas between"
        value={text}
        onChange={(event) => setText(event.target.value)}
        error={fault !== undefined}
        helperText={fault ?? 'Enter asks.'}
        size="small"
        fullWidth
        autoFocus
      />
    </form>
  );
}
