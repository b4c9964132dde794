import type { Grain } from '../../../api/queries';
import type { Clock, Counting, StartEntry, WorthKind } from '../../../api/retention';
import { useWords } from '../../../api/words';
import type { Asked } from '../../../model/question';
import { ChoiceWord } from '../../../parts/sentence/Sentence';
import { grainWord } from '../../../words/dates';
import { AgesWord } from './AgesWord';
import {
  ANY,
  countingParam,
  MOST_WAYS,
  spansOf,
  USUAL_AGES,
  waysParam,
  worthParam,
  type Chosen,
  type Words,
} from '../question';
import { faultOf } from './tools';

const AGES: Record<Grain, readonly number[]> = {
  DAY: [7, 14, 21, 30, 60],
  WEEK: [4, 8, 12, 26, 52],
  MONTH: [3, 6, 12],
};

const LEAVE_OUT = 'remove this one';

/** Something that can be done: an event or a behaviour. */
export interface Done {
  value: string;
  name: string;
}

const COUNTINGS: { value: Counting; name: string }[] = [
  { value: 'AT', name: 'exactly at each age' },
  { value: 'OR_LATER', name: 'at each age or later' },
  { value: 'WITHIN', name: 'between ages' },
];

const CLOCKS: { value: Clock; name: string }[] = [
  { value: 'CALENDAR', name: 'calendar days' },
  { value: 'OWN', name: 'time since each user\u2019s start' },
];

const WORTHS: { value: WorthKind; name: string }[] = [
  { value: 'NET', name: 'revenue minus refunds' },
  { value: 'GROSS', name: 'revenue before refunds' },
  { value: 'PURCHASE', name: 'purchase revenue' },
  { value: 'AD', name: 'ad revenue' },
  { value: 'SUBSCRIPTION', name: 'subscription revenue' },
  { value: 'SESSIONS', name: 'sessions' },
  { value: 'ACTIVE_DAYS', name: 'active days' },
];

export const entries = (grain: Grain): { value: StartEntry; name: string }[] => [
  { value: 'FIRST_EVER', name: 'for the first time ever' },
  { value: 'FIRST_IN_RANGE', name: 'for the first time in the range' },
  { value: 'EVERY_PERIOD', name: `in each ${grainWord[grain]}` },
];

interface AboutProps {
  asked: Asked;
  words: Words;
  done: Done[];
}

/** What counts as coming back, and at which ages. */
export function AboutBack({ asked, words, done }: AboutProps) {
  return (
    <>
      with <WayWords asked={asked} words={words} done={done} />{' '}
      <ChoiceWord
        label="Counted"
        value={words.counting}
        options={COUNTINGS}
        onChange={(next) => asked.set({ count: countingParam(next), order: null })}
      />{' '}
      {words.counting === 'WITHIN' ? (
        <AgesWord
          label="Age ranges"
          value={words.spans}
          unit={`${grainWord[words.grain]}s`}
          fault={(text) => faultOf(spansOf(text))}
          onChange={(spans) => asked.set({ spans, order: null })}
        />
      ) : (
        <LastAge asked={asked} words={words} />
      )}
      , ages in <ClockWord asked={asked} words={words} />
    </>
  );
}

/** Which value is added up for each user. */
export function AboutValue({ asked, words, done }: AboutProps) {
  const { kind, of } = words.worth;
  const { properties } = useWords(asked.app);
  const numbers = properties.filter((property) => property.numbers).map(({ name }) => name);
  return (
    <>
      in{' '}
      <ChoiceWord
        label="Value"
        value={of ? `${kind}:${of}` : kind}
        options={[
          ...WORTHS,
          ...done.map(({ value, name }) => ({ value: `TIMES:${value}`, name: `number of ${name}` })),
          ...numbers.map((name) => ({ value: `SUM:${name}`, name: `sum of ${name}` })),
        ]}
        onChange={(next) => {
          const [chosen = 'NET', property = ''] = next.split(/:(.*)/s);
          asked.set({ worth: worthParam({ kind: chosen as WorthKind, of: property }) });
        }}
      />{' '}
      at each age <LastAge asked={asked} words={words} />, ages in <ClockWord asked={asked} words={words} />
    </>
  );
}

function LastAge({ asked, words: { ages, grain } }: Omit<AboutProps, 'done'>) {
  return (
    <>
      up to{' '}
      <ChoiceWord
        label="Ages"
        value={String(ages)}
        options={[...new Set([...AGES[grain], ages])]
          .sort((a, b) => a - b)
          .map((each) => ({ value: String(each), name: `${each} ${grainWord[grain]}s` }))}
        onChange={(next) =>
          asked.set({ ages: Number(next) === USUAL_AGES[grain] ? null : next, order: null })
        }
      />
    </>
  );
}

const ClockWord = ({ asked, words }: Omit<AboutProps, 'done'>) => (
  <ChoiceWord
    label="Ages in"
    value={words.clock}
    options={CLOCKS}
    onChange={(next) => asked.set({ clock: next === 'OWN' ? 'own' : null })}
  />
);

/** What counts as coming back; up to six choices, each with a triangle of its own. */
function WayWords({ asked, words: { ways }, done }: AboutProps) {
  const setWays = (next: Chosen[]) => asked.set({ back: waysParam(next), way: null });
  return (
    <>
      {ways.map((way, at) => (
        <span key={at}>
          {at > 0 && (at === ways.length - 1 ? ' or with ' : ', with ')}
          <ChoiceWord
            label={at === 0 ? 'Came back with' : `Return ${at + 1}`}
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
            label="Add another return"
            value="+"
            options={[
              ...(ways.includes(null) ? [] : [{ value: ANY, name: ANY }]),
              ...done.filter((each) => !ways.includes(each.value)),
            ]}
            onChange={(next) => setWays([...ways, next === ANY ? null : next])}
          />
        </>
      )}
    </>
  );
}
