import { useEffect, useRef, useState } from 'react';
import type { useAfter, AfterView, FunnelAsk } from '../../api/funnel';
import { useNames } from '../../api/words';
import type { Asked } from '../../frame/question';
import { ChoiceWord } from '../../frame/sentence/Sentence';
import { PeopleLinks } from '../../frame/PeopleSheet';
import { saveCsv } from '../../frame/saveCsv';
import { count, plural, pointsWithin, share } from '../../words/numbers';
import { afterCsv } from './csv';
import { RATE, stepBefore } from './findings';
import { lostOf, peopleAt, unitWord, type Words } from './question';
import { Slices } from './Slices';
import { TimesWord } from './Times';

/** How many events are shown before somebody asks for all. */
const FIRST = 10;

interface LostProps {
  asked: Asked;
  words: Words;
  names: string[];
  ask: FunnelAsk;
  /** What they did next, as it is asked for. */
  after: ReturnType<typeof useAfter>;
}

/** Those who were lost before a step: what they did next, and who they are. */
export function Lost({ asked, words, names, ask, after }: LostProps) {
  const at = words.lost - 1;
  const question = lostOf(ask, words);
  const view = after.data?.answer;
  const title = useRef<HTMLHeadingElement>(null);
  useEffect(() => {
    title.current?.focus();
  }, [words.lost]);
  const name = `\u201c${names[at] ?? ''}\u201d`;
  const before = `\u201c${names[stepBefore(words, at)] ?? ''}\u201d`;
  return (
    <section className="lost" aria-label={`Lost before ${name}`}>
      <h2 className="serif" ref={title} tabIndex={-1}>
        Lost before {name}{' '}
        <button className="word" onClick={() => asked.set({ lost: null, until: null })}>
          close
        </button>
      </h2>
      <p className="second">
        <PeopleLinks app={asked.app} who={peopleAt(ask, { lostAt: words.lost })} />
      </p>
      {after.isError && <p className="fall">{after.error.message}</p>}
      {view && (
        <>
          <p className="lost-question serif">
            After {before}, what did {count(view.lost.units)} that were lost do next, beside{' '}
            {count(view.wentOn.units)} that went on, until{' '}
            <ChoiceWord
              label="Until"
              value={words.until}
              options={[
                { value: 'WINDOW', name: 'the window had passed' },
                { value: 'SESSION', name: 'the session ended' },
              ]}
              onChange={(next) => asked.set({ until: next === 'SESSION' ? 'session' : null })}
            />
            ?
          </p>
          <Next view={view} asked={asked} words={words} before={before} />
        </>
      )}
      <Slices
        asked={asked}
        question={question}
        step={stepBefore(words, at) + 1}
        name={name}
        before={before}
      />
    </section>
  );
}

interface NextProps {
  view: AfterView;
  asked: Asked;
  words: Words;
  before: string;
}

const of = (part: number, whole: number) => (whole > 0 ? share(part / whole) : '\u2013');

function Next({ view, asked, words, before }: NextProps) {
  const [all, setAll] = useState(false);
  const names = useNames(asked.app);
  const { lost, wentOn } = view;
  const done = all ? view.done : view.done.slice(0, FIRST);
  const nothing = words.until === 'SESSION' ? 'ended the session' : 'nothing in the window';
  return (
    <>
      <table className="figures answer-table">
        <caption className="spoken">What they did after {before}</caption>
        <thead>
          <tr>
            <th scope="col">after {before}</th>
            <th scope="col" className="number">
              lost: next
            </th>
            <th scope="col" className="number">
              went on: next
            </th>
            <th scope="col" className="number">
              lost: at all
            </th>
            <th scope="col" className="number">
              went on: at all
            </th>
            <th scope="col" className="number">
              difference
            </th>
          </tr>
        </thead>
        <tbody>
          {(['later', 'uninstalled', 'never'] as const).map((kind) => (
            <tr key={kind}>
              <th scope="row">
                {nothing}, {ENDINGS[kind]}
              </th>
              <td className="number" title={count(lost[kind])}>
                {of(lost[kind], lost.units)}
              </td>
              <td className="number" title={count(wentOn[kind])}>
                {of(wentOn[kind], wentOn.units)}
              </td>
              <td colSpan={3} />
            </tr>
          ))}
          {done.map((each) => (
            <tr key={each.event}>
              <th scope="row">{names.event(each.event)}</th>
              <td className="number" title={count(each.lostNext)}>
                {of(each.lostNext, lost.units)}
              </td>
              <td className="number" title={count(each.wentOnNext)}>
                {of(each.wentOnNext, wentOn.units)}
              </td>
              <td className="number" title={count(each.lost)}>
                {of(each.lost, lost.units)}
              </td>
              <td className="number" title={count(each.wentOn)}>
                {of(each.wentOn, wentOn.units)}
              </td>
              <td
                className={each.versus && each.versus.adjusted <= RATE ? 'number' : 'number second'}
                title={
                  each.versus
                    ? `p ${each.versus.adjusted.toPrecision(2)}, corrected for all events`
                    : undefined
                }
              >
                {each.versus
                  ? pointsWithin(each.versus.difference, each.versus.low, each.versus.high)
                  : 'too few'}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      {view.done.length > FIRST && (
        <button className="word" onClick={() => setAll(!all)}>
          {all ? 'the first only' : `all ${plural(view.done.length, 'event')}`}
        </button>
      )}
      <p>
        How long they were still seen. Lost:{' '}
        <TimesWord times={lost.stayed} bounds={view.timeBounds} label={`The lost, after ${before}`} verb="" />
        . Went on:{' '}
        <TimesWord
          times={wentOn.stayed}
          bounds={view.timeBounds}
          label={`Who went on, after ${before}`}
          verb=""
        />
        .
      </p>
      <p>
        <button className="word" onClick={() => saveCsv(`${asked.app}-after.csv`, afterCsv(view))}>
          Save as CSV
        </button>
      </p>
      <p className="second">
        Next is the first thing done after {before}; at all, any time until{' '}
        {words.until === 'SESSION' ? 'the session ended' : 'the window had passed'}. Only activity counts;
        shares are of all {unitWord[words.counting]} of a column. Differences in grey may be chance.
      </p>
    </>
  );
}

const ENDINGS = { later: 'seen later', uninstalled: 'uninstalled', never: 'not seen since' };
