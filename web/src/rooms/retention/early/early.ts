import type { DayRange } from '../../../api/queries';
import type { EarlyView, TieView } from '../../../api/retention';
import type { Finding } from '../../../parts/answer/Answer';
import { bound, type PersonCondition } from '../../../words/conditions';
import { count, plural, pointsWithin, share } from '../../../words/numbers';
import { eventsOf } from '../asks';
import type { Words } from '../question';

/** A link is significant when its corrected p-value is at most this. */
export const RATE = 0.05;

/** The strongest threshold of each event; they come strongest first. */
export const bestOfEach = (ties: TieView[]) =>
  ties.filter((tie, at) => ties.findIndex((other) => other.event === tie.event) === at);

/** "at least twice in the first 7 days". */
export const timesWords = ({ times, days }: TieView) =>
  `${times === 1 ? 'at least once' : `at least ${times} times`} in ${daysWords(days)}`;

const daysWords = (days: number) => (days === 1 ? 'the first day' : `the first ${days} days`);

/** "5 × in the first 7 days", for a column headed "at least". */
export const timesShort = ({ times, days }: TieView) => `${times} × in ${daysWords(days)}`;

/** The users with an early behaviour, as a condition. */
export const didOf = ({ event, times, days }: TieView): PersonCondition => ({
  did: { event },
  atLeast: times,
  when: { fromDay: 0, toDay: days - 1 },
});

/** Users with the behaviour, and of these who came back and who did not. */
export function peopleOf(tie: TieView, { ways, back }: Words, range: DayRange, among: PersonCondition) {
  const [way = null] = ways;
  const did = bound([among, { firstDid: { all: [] }, when: range }, didOf(tie)]);
  const came: PersonCondition = {
    did: eventsOf(way) ?? { active: true },
    when: { fromDay: back.from, toDay: back.to },
  };
  return [
    { name: 'Users who did it', who: did },
    { name: 'and came back', who: bound([did, came]) },
    { name: 'and did not', who: bound([did, { not: came }]) },
  ];
}

export function earlyFindings(view: EarlyView, { back }: Words, shown: (event: string) => string): Finding[] {
  const found: Finding[] = view.leftOut.map((text) => ({ key: text, text, caution: true }));
  const days = back.from === back.to ? `day ${back.from}` : `days ${back.from}\u2013${back.to}`;
  if (view.people === 0) {
    const text =
      view.open > 0
        ? `All ${count(view.open)} users of the range joined too recently: their ${days} are not complete.`
        : 'No users joined in this range, so there is nothing to compare.';
    return [...found, { key: 'none', caution: true, text }];
  }
  const [best] = view.ties;
  const apart = view.ties.filter((tie) => tie.adjusted <= RATE).length;
  found.push({
    key: 'back',
    text: `${count(view.returned)} of ${count(view.people)} users (${share(view.returned / view.people)}) came back on ${days}.`,
  });
  if (best && best.adjusted <= RATE) {
    found.push({
      key: 'best',
      text: `Strongest link: ${shown(best.event)}, ${timesWords(best)}. ${share(best.didBack / best.did)} of the ${count(best.did)} users who did it came back, and ${share(best.othersBack / best.others)} of the others: ${pointsWithin(best.difference, best.low, best.high)}.`,
    });
  }
  found.push(
    {
      key: 'tests',
      text: `${count(apart)} of ${count(view.tests)} behaviours are significantly linked to coming back, positively or negatively (after correction). The correlation is between doing it and coming back.`,
    },
    {
      key: 'cause',
      caution: true,
      text: 'A correlation is not a cause: users who would stay anyway do more of everything. An experiment can tell.',
    },
    {
      key: 'window',
      caution: true,
      text: `Only behaviour before day ${back.from} is used: later behaviour is only possible for users who are still active.`,
    },
  );
  if (view.open > 0) {
    found.push({
      key: 'open',
      caution: true,
      text: `${plural(view.open, 'more user')} joined too recently: their ${days} are not complete.`,
    });
  }
  return found;
}

export const csvRows = (view: EarlyView): (string | number | null)[][] => [
  [
    'event',
    'at least',
    'first days',
    'users',
    'users came back',
    'other users',
    'other users came back',
    'difference',
    'low',
    'high',
    'correlation',
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
