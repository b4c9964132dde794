import { useEventNames } from '../../../api/catalogue';
import { useWords } from '../../../api/words';
import { AmongWord } from '../../../parts/condition/ConditionWords';
import type { FrameContext } from '../../../model/frame';
import { amongOf, amongParam } from '../../../model/question';
import { RangeWord } from '../../../parts/sentence/RangeWords';
import { ChoiceWord, Sentence } from '../../../parts/sentence/Sentence';
import { GRAINS, grainWord } from '../../../words/dates';
import { AgesWord } from './AgesWord';
import { entryParam, quoted, spansOf, type About, type Words } from '../question';
import { AboutBack, AboutValue, entries, type Done } from './AboutWords';
import { splitOf, splitParam } from '../../../model/split';
import { SplitWord } from './SplitWord';
import { faultOf } from './tools';

const JOINED = 'joined';
const QUIETS = [3, 7, 14, 28, 60];

const ABOUTS: { value: About; name: string }[] = [
  { value: 'back', name: 'how many came back' },
  { value: 'value', name: 'what was their lifetime value (LTV)' },
  { value: 'quiet', name: 'how long until they churned' },
  { value: 'early', name: 'which early behaviour went with coming back' },
];

interface RetentionSentenceProps {
  frame: FrameContext;
  words: Words;
  /** Names that may be a start or a return. */
  events: string[];
}

/** The question of the room in words: who is followed, and what is asked of them. */
export function RetentionSentence({ frame, words, events }: RetentionSentenceProps) {
  const { asked, rail } = frame;
  const names = useEventNames(asked.app);
  const { behaviours } = useWords(asked.app);
  const done: Done[] = [
    ...behaviours.map((name) => ({ value: quoted(name), name: quoted(name) })),
    ...events
      .filter((name) => words.ways.includes(name) || name === words.start || !names.hidden(name))
      .map((name) => ({ value: name, name: names.shown(name) })),
  ];
  if (!rail) return null;
  const byCohort = words.about === 'back' || words.about === 'value';
  return (
    <Sentence>
      <Who frame={frame} words={words} done={done} />
      {byCohort && (
        <>
          each{' '}
          <ChoiceWord
            label="Cohorts by"
            value={words.grain}
            options={GRAINS}
            onChange={(next) =>
              asked.set({
                by: next === 'WEEK' ? null : grainWord[next],
                ages: null,
                spans: null,
                at: null,
                order: null,
              })
            }
          />{' '}
          of{' '}
        </>
      )}
      {!byCohort && 'in '}
      <RangeWord asked={asked} rail={rail} />,{' '}
      <ChoiceWord
        label="Question"
        value={words.about}
        options={ABOUTS}
        onChange={(next) => asked.set({ of: next === 'back' ? null : next, order: null })}
      />{' '}
      {words.about === 'back' && <AboutBack asked={asked} words={words} done={done} />}
      {words.about === 'value' && <AboutValue asked={asked} words={words} done={done} />}
      {words.about === 'quiet' && (
        <>
          (no activity for{' '}
          <ChoiceWord
            label="Days without activity"
            value={String(words.quietDays)}
            options={[...new Set([...QUIETS, words.quietDays])]
              .sort((a, b) => a - b)
              .map((each) => ({ value: String(each), name: `${each} days` }))}
            onChange={(quiet) => asked.set({ quiet })}
          />
          )
        </>
      )}
      {words.about === 'early' ? (
        <>
          with{' '}
          <ChoiceWord
            label="Came back with"
            value={words.ways[0] ?? ANYTHING.value}
            options={[ANYTHING, ...done]}
            onChange={(next) => asked.set({ back: next === ANYTHING.value ? null : next, way: null })}
          />{' '}
          on day{' '}
          <AgesWord
            label="Days of the return"
            value={
              words.back.from === words.back.to ? `${words.back.from}` : `${words.back.from}-${words.back.to}`
            }
            unit="days"
            fault={(text) =>
              faultOf(spansOf(text)) ?? (/^\s*0/.test(text) ? 'A return is on day 1 or later.' : undefined)
            }
            onChange={(text) => asked.set({ return: text })}
          />{' '}
          after joining
        </>
      ) : (
        <>
          , split by{' '}
          <SplitWord
            app={asked.app}
            split={splitOf(asked)}
            onChange={(split) => asked.set({ split: splitParam(split), order: null })}
          />
        </>
      )}
      ?
    </Sentence>
  );
}

const ANYTHING: Done = { value: '*', name: 'any activity' };

/** Whose starts are looked at. */
function Who({ frame: { asked }, words, done }: { frame: FrameContext; words: Words; done: Done[] }) {
  const among = amongOf(asked);
  const { start, about } = words;
  return (
    <>
      Of{' '}
      <AmongWord
        app={asked.app}
        label="Filter"
        value={among}
        onChange={(next) => asked.set({ among: amongParam(next) })}
      />{' '}
      who{' '}
      {about === 'early' ? (
        'joined'
      ) : (
        <ChoiceWord
          label="Started with"
          value={start ?? JOINED}
          options={[
            { value: JOINED, name: JOINED },
            ...done.map((each) => ({ value: each.value, name: `did ${each.name}` })),
          ]}
          onChange={(next) => asked.set({ start: next === JOINED ? null : next, entry: null })}
        />
      )}{' '}
      {start !== null && about !== 'early' && (
        <>
          <ChoiceWord
            label="Which start"
            value={words.entry}
            options={entries(words.grain)}
            onChange={(next) => asked.set({ entry: entryParam(next) })}
          />
          ,{' '}
        </>
      )}
    </>
  );
}
