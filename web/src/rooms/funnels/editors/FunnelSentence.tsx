import { AmongWord } from '../../../parts/condition/ConditionWords';
import type { FrameContext } from '../../../model/frame';
import { amongOf, amongParam } from '../../../model/question';
import { RangeWord } from '../../../parts/sentence/RangeWords';
import { ChoiceWord, Sentence, Word } from '../../../parts/sentence/Sentence';
import { splitOf, splitParam } from '../../../model/split';
import type { IndependentUnit } from '../../../api/funnel';
import { GRAINS, grainWord } from '../../../words/dates';
import { HeldSheet } from './HeldSheet';
import {
  aloneParam,
  countingParam,
  orderParam,
  USUAL_WINDOW,
  windowWords,
  type Counting,
  type Order,
  type Words,
} from '../question';
import { FunnelSplitSheet, saySplit } from './FunnelSplitSheet';

const ORDERS: { value: Order | 'EACH'; name: string; note: string }[] = [
  { value: 'IN_ORDER', name: 'in order', note: 'other events may happen between' },
  { value: 'BACK_TO_BACK', name: 'directly', note: 'no other activity between' },
  { value: 'ANY_ORDER', name: 'in any order', note: 'all within the window' },
  { value: 'EACH', name: 'each step on its own', note: 'independent counts, no sequence' },
];

const ALONE: { value: IndependentUnit; name: string; note: string }[] = [
  { value: 'PEOPLE', name: 'users', note: 'each counted once' },
  { value: 'SESSIONS', name: 'sessions', note: 'with the step' },
  { value: 'EVENTS', name: 'events', note: 'every occurrence' },
];

const COUNTINGS: { value: Counting; name: string; note: string }[] = [
  { value: 'PEOPLE', name: 'users', note: 'best attempt of each' },
  { value: 'SESSIONS', name: 'sessions', note: 'all steps in one session' },
  { value: 'ATTEMPTS', name: 'attempts', note: 'each entry until the next one' },
];

const WHOLE = 'whole';

const WINDOWS = [
  { value: 'PT1H', name: '1 hour' },
  { value: 'PT6H', name: '6 hours' },
  { value: 'P1D', name: '1 day' },
  { value: 'P3D', name: '3 days' },
  { value: 'P7D', name: '7 days' },
  { value: 'P14D', name: '14 days' },
  { value: 'P30D', name: '30 days' },
  { value: 'P90D', name: '90 days' },
];

function Among({ asked }: Pick<FrameContext, 'asked'>) {
  const among = amongOf(asked);
  return (
    <>
      Of{' '}
      <AmongWord
        app={asked.app}
        label="Filter"
        value={among}
        onChange={(next) => asked.set({ among: amongParam(next) })}
      />
    </>
  );
}

/** The question as a sentence: who starts when, and how the steps must follow. The steps themselves are edited in the funnel. */
export function FunnelSentence({
  frame: { asked, rail },
  words,
  names,
}: {
  frame: FrameContext;
  words: Words;
  names: string[];
}) {
  if (!rail) return null;
  if (words.independent) return <IndependentSentence frame={{ asked, rail }} words={words} />;
  const anyOrder = words.order === 'ANY_ORDER';
  return (
    <Sentence>
      <Among asked={asked} />, how many{' '}
      <ChoiceWord
        label="Counted"
        value={words.counting}
        options={COUNTINGS.filter(({ value }) => value !== 'ATTEMPTS' || !anyOrder)}
        onChange={(next) => asked.set({ count: countingParam(next) })}
      />{' '}
      that started in <RangeWord asked={asked} rail={rail} /> completed these steps{' '}
      <ChoiceWord
        label="Order"
        value={words.order}
        options={ORDERS.filter(({ value }) => value !== 'ANY_ORDER' || words.counting !== 'ATTEMPTS')}
        onChange={(next) => asked.set(orderSet(next, words))}
      />{' '}
      within{' '}
      <ChoiceWord
        label="Window"
        value={words.window}
        options={
          WINDOWS.some(({ value }) => value === words.window)
            ? WINDOWS
            : [...WINDOWS, { value: words.window, name: windowWords(words.window) }]
        }
        onChange={(next) => asked.set({ within: next === USUAL_WINDOW ? null : next })}
      />
      , holding constant{' '}
      <Word label="Hold constant" text={words.held.length === 0 ? 'nothing' : words.held.join(' and ')}>
        {(close) => (
          <HeldSheet
            app={asked.app}
            held={words.held}
            onChange={(held) => asked.set({ hold: held.length === 0 ? null : held.join('~') })}
            onDone={close}
          />
        )}
      </Word>
      , split by{' '}
      <Word label="Split by" text={saySplit(splitOf(asked), names)}>
        {(close) => (
          <FunnelSplitSheet
            app={asked.app}
            names={names}
            split={splitOf(asked)}
            onChange={(split) => asked.set({ split: splitParam(split) })}
            onDone={close}
          />
        )}
      </Word>
      ,{' '}
      <ChoiceWord
        label="Over time"
        value={words.by ?? WHOLE}
        options={[
          { value: WHOLE, name: 'over the whole range' },
          ...GRAINS.map(({ value, name }) => ({ value, name: `by ${name} of the first step` })),
        ]}
        onChange={(next) => asked.set({ by: next === WHOLE ? null : grainWord[next] })}
      />
      ?
    </Sentence>
  );
}

/** What one way of counting knows and the other does not is let go. */
const orderSet = (next: Order | 'EACH', { independent, counting, alone }: Words) => ({
  order: orderParam(next),
  ...(next === 'EACH' && counting === 'ATTEMPTS' ? { count: null } : {}),
  ...(next !== 'EACH' && independent && alone === 'EVENTS' ? { count: null } : {}),
  ...(next === 'EACH' ? { lost: null, until: null } : {}),
});

/** Each step by itself: nothing is said of a sequence, a window or what is held. */
function IndependentSentence({
  frame: { asked, rail },
  words,
}: {
  frame: { asked: FrameContext['asked']; rail: NonNullable<FrameContext['rail']> };
  words: Words;
}) {
  return (
    <Sentence>
      <Among asked={asked} />, how many{' '}
      <ChoiceWord
        label="Counted"
        value={words.alone}
        options={ALONE}
        onChange={(next) => asked.set({ count: aloneParam(next) })}
      />{' '}
      did these steps in <RangeWord asked={asked} rail={rail} />,{' '}
      <ChoiceWord
        label="Order"
        value="EACH"
        options={ORDERS}
        onChange={(next) => asked.set(orderSet(next, words))}
      />
      ?
    </Sentence>
  );
}
