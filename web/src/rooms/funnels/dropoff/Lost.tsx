import Box from '@mui/material/Box';
import { useEffect, useRef, useState } from 'react';
import type { useAfter, AfterView, FunnelAsk } from '../../../api/funnel';
import { useNames } from '../../../api/words';
import type { Asked } from '../../../model/question';
import { ChoiceWord } from '../../../parts/sentence/Sentence';
import { PeopleLinks } from '../../../parts/PeopleSheet';
import { saveCsv } from '../../../export/saveCsv';
import { count, plural, pointsWithin, share } from '../../../words/numbers';
import { afterCsv } from '../csv';
import { RATE, stepBefore } from '../findings';
import { lostOf, peopleAt, unitWord, type Words } from '../question';
import { Slices } from './Slices';
import { TimesWord } from '../stairs/Times';
import { TextButton } from '../../../kit/buttons';
import { Table } from '../../../kit/Table';
import { Hint } from '../../../kit/Hint';

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

/** The users who dropped off before a step: what they did next, and who they are. */
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
    <Box
      className="lost"
      component="section"
      sx={{
        borderTop: 1,
        borderColor: 'text.secondary',
        p: '8px 16px 16px',
        '& h2': { fontSize: 17 },
        '& h2 .word': { fontSize: 13 },
        '& h2:focus': { outline: 'none' },
        '& .answer-table': { mb: 1 },
        '& .answer-table > * > tr > :first-of-type': { pl: '0 !important' },
      }}
      aria-label={`Drop-off before ${name}`}
    >
      <h2 className="serif" ref={title} tabIndex={-1}>
        Drop-off before {name}{' '}
        <TextButton onClick={() => asked.set({ lost: null, until: null })}>close</TextButton>
      </h2>
      <p className="second">
        <PeopleLinks app={asked.app} who={peopleAt(ask, { lostAt: words.lost })} />
      </p>
      {after.isError && <p className="fall">{after.error.message}</p>}
      {view && (
        <>
          <Box className="serif" component="p" sx={{ fontSize: 15 }}>
            What {count(view.lost.units)} {unitWord[words.counting]} who dropped off after {before} did next,
            compared with {count(view.wentOn.units)} who converted, until{' '}
            <ChoiceWord
              label="Until"
              value={words.until}
              options={[
                { value: 'WINDOW', name: 'the end of the window' },
                { value: 'SESSION', name: 'the end of the session' },
              ]}
              onChange={(next) => asked.set({ until: next === 'SESSION' ? 'session' : null })}
            />
            .
          </Box>
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
    </Box>
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
  const nothing = words.until === 'SESSION' ? 'ended the session' : 'no activity in the window';
  return (
    <>
      <Table className="figures answer-table">
        <caption className="spoken">What they did after {before}</caption>
        <thead>
          <tr>
            <th scope="col">after {before}</th>
            <th scope="col" className="number">
              dropped off: next
            </th>
            <th scope="col" className="number">
              converted: next
            </th>
            <th scope="col" className="number">
              dropped off: any time
            </th>
            <th scope="col" className="number">
              converted: any time
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
              <td className="number">
                <Hint text={count(lost[kind])}>{of(lost[kind], lost.units)}</Hint>
              </td>
              <td className="number">
                <Hint text={count(wentOn[kind])}>{of(wentOn[kind], wentOn.units)}</Hint>
              </td>
              <td colSpan={3} />
            </tr>
          ))}
          {done.map((each) => (
            <tr key={each.event}>
              <th scope="row">{names.event(each.event)}</th>
              <td className="number">
                <Hint text={count(each.lostNext)}>{of(each.lostNext, lost.units)}</Hint>
              </td>
              <td className="number">
                <Hint text={count(each.wentOnNext)}>{of(each.wentOnNext, wentOn.units)}</Hint>
              </td>
              <td className="number">
                <Hint text={count(each.lost)}>{of(each.lost, lost.units)}</Hint>
              </td>
              <td className="number">
                <Hint text={count(each.wentOn)}>{of(each.wentOn, wentOn.units)}</Hint>
              </td>
              <td className={each.versus && each.versus.adjusted <= RATE ? 'number' : 'number second'}>
                <Hint
                  text={
                    each.versus
                      ? `p ${each.versus.adjusted.toPrecision(2)}, corrected for all events`
                      : undefined
                  }
                >
                  {each.versus
                    ? pointsWithin(each.versus.difference, each.versus.low, each.versus.high)
                    : 'too few'}
                </Hint>
              </td>
            </tr>
          ))}
        </tbody>
      </Table>
      {view.done.length > FIRST && (
        <TextButton onClick={() => setAll(!all)}>
          {all ? 'Show fewer' : `Show all ${plural(view.done.length, 'event')}`}
        </TextButton>
      )}
      <p>
        Time until their last activity. Dropped off:{' '}
        <TimesWord times={lost.stayed} bounds={view.timeBounds} label={`Dropped off after ${before}`} />.
        Converted:{' '}
        <TimesWord times={wentOn.stayed} bounds={view.timeBounds} label={`Converted after ${before}`} />.
      </p>
      <p>
        <TextButton onClick={() => saveCsv(`${asked.app}-after.csv`, afterCsv(view))}>Export CSV</TextButton>
      </p>
      <p className="second">
        Next: the first event after {before}. Any time: until{' '}
        {words.until === 'SESSION' ? 'the end of the session' : 'the end of the window'}. Only activity
        counts; shares are of all {unitWord[words.counting]} of the column. Grey differences are not
        significant.
      </p>
    </>
  );
}

const ENDINGS = { later: 'seen later', uninstalled: 'uninstalled', never: 'not seen since' };
