import { useEffect, useState } from 'react';
import { useEventNames } from '../../api/catalogue';
import { useEarly, type EarlyView, type TieView } from '../../api/retention';
import type { DayRange } from '../../api/queries';
import { AnswerFrame } from '../../frame/AnswerFrame';
import type { FrameContext } from '../../frame/Frame';
import { AnswerTools } from '../../frame/AnswerTools';
import { Answer, type Finding } from '../../frame/Margin';
import { useLetter } from '../../frame/keys';
import { amongOf } from '../../frame/question';
import { saveCsv } from '../../frame/saveCsv';
import { bound, type PersonCondition } from '../../words/conditions';
import { count, fixed, plural, points, pointsWithin, share } from '../../words/numbers';
import { earlyAsk, eventsOf } from './asks';
import { PeopleSheet, type Picked } from '../../frame/PeopleSheet';
import type { Words } from './question';
import { RetentionSentence } from './RetentionSentence';
import { splitParam } from '../../frame/split';

const RATE = 0.05;

/** Which early behaviours go with coming back. */
export function Early({ frame, words }: { frame: FrameContext; words: Words }) {
  const { asked, setFoot } = frame;
  const names = useEventNames(asked.app);
  const [every, setEvery] = useState(false);
  const answer = useEarly(asked.app, earlyAsk(asked, words));
  useEffect(() => setFoot(answer.data?.foot), [answer.data, setFoot]);
  const view = answer.data?.answer;
  const ties = view ? (every ? view.ties : bestOfEach(view.ties)) : [];
  const save = () => {
    if (view) saveCsv(`${asked.app}-early.csv`, csvOf(view));
  };
  useLetter('x', save);
  return (
    <>
      <RetentionSentence frame={frame} words={words} events={view?.events ?? []} />
      <AnswerFrame answer={answer}>
        {view && answer.data && (
          <Answer
            findings={earlyFindings(view, words, names.shown)}
            tools={
              <AnswerTools
                app={asked.app}
                room="retention"
                file={`${asked.app}-early`}
                answered={answer.data}
                onCsv={save}
              >
                <label>
                  <input
                    type="checkbox"
                    checked={every}
                    onChange={(event) => setEvery(event.target.checked)}
                  />{' '}
                  Every count and length, not only the strongest of each event
                </label>
              </AnswerTools>
            }
          >
            {asked.range && (
              <Ties frame={frame} words={words} range={asked.range} ties={ties} shown={names.shown} />
            )}
          </Answer>
        )}
      </AnswerFrame>
    </>
  );
}

/** Ties come strongest first. */
const bestOfEach = (ties: TieView[]) =>
  ties.filter((tie, at) => ties.findIndex((other) => other.event === tie.event) === at);

interface TiesProps {
  frame: FrameContext;
  words: Words;
  range: DayRange;
  ties: TieView[];
  shown: (event: string) => string;
}

const timesWords = ({ times, days }: TieView) =>
  `${times === 1 ? 'once or more' : `${times} times or more`} in ${daysWords(days)}`;

const daysWords = (days: number) => (days === 1 ? 'the first day' : `the first ${days} days`);

/** "5 × in the first 7 days", for a column headed "at least". */
const timesShort = ({ times, days }: TieView) => `${times} × in ${daysWords(days)}`;

function Ties({ frame: { asked }, words, range, ties, shown }: TiesProps) {
  const [picked, setPicked] = useState<Picked>();
  const pick = (tie: TieView, place: Element) =>
    setPicked({
      place,
      title: `${shown(tie.event)}, ${timesWords(tie)}`,
      text: `${count(tie.did)} did it, ${count(tie.didBack)} of them came back.`,
      people: peopleOf(tie, words, range, amongOf(asked)),
    });
  return (
    <>
      <table className="figures answer-table ties">
        <caption className="spoken">Early behaviours, the strongest tie to coming back first</caption>
        <thead>
          <tr>
            <th scope="col">did early</th>
            <th scope="col">at least</th>
            <th scope="col" className="number">
              people
            </th>
            <th scope="col" className="number">
              came back
            </th>
            <th scope="col" className="number">
              others
            </th>
            <th scope="col" className="number">
              difference
            </th>
            <th scope="col" className="number">
              times as likely
            </th>
            <th scope="col" className="number">
              strength
            </th>
            <th scope="col" />
          </tr>
        </thead>
        <tbody>
          {ties.map((tie) => (
            <tr
              key={`${tie.event} ${tie.times} ${tie.days}`}
              className={tie.adjusted <= RATE ? undefined : 'second'}
            >
              <th scope="row">
                <button className="word" onClick={(event) => pick(tie, event.currentTarget)}>
                  {shown(tie.event)}
                </button>
              </th>
              <td>{timesShort(tie)}</td>
              <td className="number">{count(tie.did)}</td>
              <td className="number">{share(tie.didBack / tie.did)}</td>
              <td className="number">{share(tie.othersBack / tie.others)}</td>
              <td className="number" title={`p ${tie.adjusted.toPrecision(2)}, all tests corrected together`}>
                {pointsWithin(tie.difference, tie.low, tie.high)}
              </td>
              <td className="number">
                {tie.othersBack === 0
                  ? '–'
                  : (tie.didBack / tie.did / (tie.othersBack / tie.others)).toFixed(2)}
              </td>
              <td className="number">{fixed(tie.strength, 3)}</td>
              <td>
                <button
                  className="word"
                  onClick={() =>
                    asked.set({
                      of: null,
                      split: splitParam({
                        people: [
                          {
                            name: `${shown(tie.event)} ×${tie.times} in ${plural(tie.days, 'first day')}`,
                            who: didOf(tie),
                          },
                        ],
                      }),
                      order: null,
                    })
                  }
                >
                  split by it
                </button>
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      <PeopleSheet app={asked.app} picked={picked} onClose={() => setPicked(undefined)} />
    </>
  );
}

const didOf = ({ event, times, days }: TieView): PersonCondition => ({
  did: { event },
  atLeast: times,
  when: { fromDay: 0, toDay: days - 1 },
});

function peopleOf(tie: TieView, { ways, back }: Words, range: DayRange, among: PersonCondition) {
  const [way = null] = ways;
  const did = bound([among, { firstDid: { all: [] }, when: range }, didOf(tie)]);
  const came: PersonCondition = {
    did: eventsOf(way) ?? { active: true },
    when: { fromDay: back.from, toDay: back.to },
  };
  return [
    { name: 'Who did it', who: did },
    { name: 'and came back', who: bound([did, came]) },
    { name: 'and did not', who: bound([did, { not: came }]) },
  ];
}

function earlyFindings(view: EarlyView, { back }: Words, shown: (event: string) => string): Finding[] {
  const found: Finding[] = view.leftOut.map((text) => ({ key: text, text, caution: true }));
  const days = back.from === back.to ? `day ${back.from}` : `days ${back.from}\u2013${back.to}`;
  if (view.people === 0) {
    const text =
      view.open > 0
        ? `All ${count(view.open)} people of the range arrived too late: their ${days} have not fully passed.`
        : 'Nobody arrived in this range, so there is nothing to compare.';
    return [...found, { key: 'none', caution: true, text }];
  }
  const [best] = view.ties;
  const apart = view.ties.filter((tie) => tie.adjusted <= RATE).length;
  found.push({
    key: 'back',
    text: `${count(view.returned)} of ${count(view.people)} people (${share(view.returned / view.people)}) came back on ${days}.`,
  });
  if (best && best.adjusted <= RATE) {
    found.push({
      key: 'best',
      text: `The strongest tie: ${shown(best.event)}, ${timesWords(best)}. Of ${count(best.did)} who did ${share(best.didBack / best.did)} came back, of the others ${share(best.othersBack / best.others)}; ${points(best.difference)} (${points(best.low)} to ${points(best.high)}).`,
    });
  }
  found.push(
    {
      key: 'tests',
      text: `${count(view.tests)} behaviours were compared, all tests corrected together; ${count(apart)} ${apart === 1 ? 'goes' : 'go'} with coming back, for better or worse. Strength is the correlation of doing it and coming back.`,
    },
    {
      key: 'cause',
      caution: true,
      text: 'A tie is no cause: people choose what they do, and who would have stayed anyway does more of everything. An experiment tells.',
    },
    {
      key: 'window',
      caution: true,
      text: `Only first days that close before day ${back.from} are looked at: what is done later is done by those who are still there.`,
    },
  );
  if (view.open > 0) {
    found.push({
      key: 'open',
      caution: true,
      text: `${plural(view.open, 'person', 'people')} more arrived too late: their ${days} have not fully passed.`,
    });
  }
  return found;
}

const csvOf = (view: EarlyView): (string | number | null)[][] => [
  [
    'event',
    'at least',
    'first days',
    'did',
    'of these came back',
    'others',
    'of these came back',
    'difference',
    'low',
    'high',
    'strength',
    'adjusted p',
  ],
  ...view.ties.map((tie) => [
    tie.event,
    tie.times,
    tie.days,
    tie.did,
    tie.didBack,
    tie.others,
    tie.othersBack,
    tie.difference,
    tie.low,
    tie.high,
    tie.strength,
    tie.adjusted,
  ]),
];
