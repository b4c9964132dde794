import { AmongWord } from '../../frame/condition/ConditionWords';
import type { FrameContext } from '../../frame/Frame';
import { amongOf, amongParam } from '../../frame/question';
import { RangeWord } from '../../frame/sentence/RangeWords';
import { ChoiceWord, Sentence, Word } from '../../frame/sentence/Sentence';
import { splitOf, splitParam } from '../../frame/split';
import type { IndependentUnit } from '../../api/funnel';
import { isEveryone } from '../../words/conditions';
import { GRAINS, grainWord } from '../../words/dates';
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
} from './question';
import { saySplit, SplitSheet } from './SplitSheet';

const ORDERS: { value: Order | 'EACH'; name: string; note: string }[] = [
  { value: 'IN_ORDER', name: 'in order', note: 'others may come between' },
  { value: 'BACK_TO_BACK', name: 'back to back', note: 'nothing else active between' },
  { value: 'ANY_ORDER', name: 'in any order', note: 'all in the window of the first' },
  { value: 'EACH', name: 'each by itself', note: 'independent counts, no sequence' },
];

const ALONE: { value: IndependentUnit; name: string; note: string }[] = [
  { value: 'PEOPLE', name: 'people', note: 'each once' },
  { value: 'SESSIONS', name: 'sessions', note: 'in which it was done' },
  { value: 'EVENTS', name: 'events', note: 'every time it was done' },
];

const COUNTINGS: { value: Counting; name: string; note: string }[] = [
  { value: 'PEOPLE', name: 'people', note: 'each by their best attempt' },
  { value: 'SESSIONS', name: 'sessions', note: 'all steps in one' },
  { value: 'ATTEMPTS', name: 'attempts', note: 'every entry until the next' },
];

const WHOLE = 'whole';

const WINDOWS = [
  { value: 'PT1H', name: 'an hour' },
  { value: 'PT6H', name: '6 hours' },
  { value: 'P1D', name: 'a day' },
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
      Among {isEveryone(among) ? '' : 'people '}
      <AmongWord
        app={asked.app}
        label="Among"
        value={among}
        onChange={(next) => asked.set({ among: amongParam(next) })}
      />
    </>
  );
}

/** The question in words: who enters when, and how the steps hang together. The steps themselves stand in the stairs. */
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
      that entered in <RangeWord asked={asked} rail={rail} /> got through these steps{' '}
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
      , holding{' '}
      <Word label="Held" text={words.held.length === 0 ? 'nothing' : `the same ${words.held.join(' and ')}`}>
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
          <SplitSheet
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
          { value: WHOLE, name: 'as a whole' },
          ...GRAINS.map(({ value, name }) => ({ value, name: `by ${name} of entry` })),
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
      are there in <RangeWord asked={asked} rail={rail} /> for these steps,{' '}
      <ChoiceWord
        label="Order"
        value="EACH"
        options={ORDERS}
        onChange={(next) => asked.set(orderSet(next, words))}
      />
      , whatever else was done?
    </Sentence>
  );
}
