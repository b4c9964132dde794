import type { ComparedView, StandingView } from '../api/standings';
import { count, plural, share, withSign } from './numbers';

const VERDICT: Record<StandingView['verdict'], string> = {
  BETTER: 'Better',
  WORSE: 'Worse',
  BETTER_AND_WORSE: 'Better and worse',
  NO_VISIBLE_DIFFERENCE: 'No visible difference',
  TOO_EARLY: 'Too early',
};

/** In a word; that there is nobody to be held against is no matter of time. */
export const verdictWords = ({ verdict, stillNeeded }: StandingView): string =>
  verdict === 'TOO_EARLY' && stillNeeded === null ? 'Nothing to compare' : VERDICT[verdict];

const NAME: Record<ComparedView['measured'], string> = {
  SESSIONS: 'Sessions',
  MINUTES: 'Minutes in sessions',
  PURCHASES: 'Purchases',
  ADVERTS: 'Finished adverts',
  CAME_BACK: 'Active the next day, too',
  CRASHES: 'Crashes',
  FPS: 'Frames a second',
  LOAD_MS: 'Loading, milliseconds',
  MEMORY_MB: 'Memory, MB',
  DAY_1: 'New people back on day 1',
  DAY_7: 'New people back on day 7',
};

export const measureName = (measured: ComparedView['measured']): string => NAME[measured];

/** What its values are of, for a column of mixed units. */
export const OF: Record<ComparedView['unit'], string> = {
  FOR_EACH_DAY: 'for each active day',
  SHARE: 'of all',
  MEAN: 'in the mean',
};

export function measureValue(value: number, unit: ComparedView['unit']): string {
  if (unit === 'SHARE') return share(value);
  return value >= 100 ? count(Math.round(value)) : value.toFixed(value >= 10 ? 1 : 3);
}

function signed(part: number): string {
  const size = Math.abs(part * 100);
  return `${withSign(part, size >= 1000 ? count(size) : size.toFixed(1))}\u00a0%`;
}

export const partWithin = ({ part, low, high }: ComparedView): string =>
  `${signed(part)} (${signed(low)} to ${signed(high)})`;

/** The measures that are told from chance, the surest first. */
export const toldOf = (standing: StandingView): ComparedView[] =>
  standing.measures
    .filter((each) => each.isWorse || each.isBetter)
    .sort((one, other) => one.adjusted - other.adjusted);

/** In a cell: what differs, and by how much. */
export const differsWords = (standing: StandingView): string =>
  toldOf(standing)
    .map((each) => `${NAME[each.measured]} ${signed(each.part)}`)
    .join('; ');

/** The verdict with what it rests on. */
export function standingSentence(standing: StandingView): string {
  const sessions = standing.measures.find((each) => each.measured === 'SESSIONS');
  switch (standing.verdict) {
    case 'WORSE':
      return 'Worse: what is told from chance got worse for those on it, and nothing got better.';
    case 'BETTER_AND_WORSE':
      return 'Better and worse: of what is told from chance, some got better for those on it, and some worse.';
    case 'BETTER':
      return 'Better: what is told from chance got better for those on it, and nothing got worse.';
    case 'NO_VISIBLE_DIFFERENCE':
      return 'No visible difference: nothing is told from chance, and a tenth fewer sessions would have been seen.';
    case 'TOO_EARLY':
      return standing.stillNeeded === null || !sessions
        ? 'Nothing to compare: on no day of its rollout were there people on it and people of the same platform who were not.'
        : `Too early: a tenth fewer sessions could not be told from chance yet. That needs about ${neededWords(sessions, standing.stillNeeded)}.`;
  }
}

const neededWords = (sessions: ComparedView, times: number): string =>
  `${count(Math.ceil(sessions.onIt * times))} days of people on it and ${count(Math.ceil(sessions.notOnIt * times))} of people not on it; there are ${count(sessions.onIt)} and ${count(sessions.notOnIt)}`;

/** A version on a platform, or on all of them. */
export const platformWords = (standing: StandingView): string => standing.platform || 'all platforms';

/** The steps of a rollout: to whom it was offered, and when. */
export const stepsWords = (standing: StandingView): string =>
  standing.steps.map((step) => share(step.share)).join(', ') ||
  (standing.platform ? 'not entered, but seen' : '');

/** How many days of people could be compared. */
export const comparedSentence = (standing: StandingView): string | undefined => {
  const sessions = standing.measures.find((each) => each.measured === 'SESSIONS');
  return sessions
    ? `${plural(sessions.onIt, 'day')} of people on it stand against ${count(sessions.notOnIt)} of people not on it: each of the same platform, on the same days, as active in the two weeks before and since. A person is on it from the day after the update. New people are held against new people of the same day.`
    : undefined;
};
