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
  MINUTES: 'Session minutes',
  PURCHASES: 'Purchases',
  ADVERTS: 'Completed ads',
  CAME_BACK: 'Active again the next day',
  CRASHES: 'Crashes',
  FPS: 'Frames per second',
  LOAD_MS: 'Loading time (ms)',
  MEMORY_MB: 'Memory (MB)',
  DAY_1: 'Day 1 retention of new users',
  DAY_7: 'Day 7 retention of new users',
};

export const measureName = (measured: ComparedView['measured']): string => NAME[measured];

/** What its values are of, for a column of mixed units. */
export const OF: Record<ComparedView['unit'], string> = {
  FOR_EACH_DAY: 'per active day',
  SHARE: 'share',
  MEAN: 'average',
};

export function measureValue(value: number, unit: ComparedView['unit']): string {
  if (unit === 'SHARE') return share(value);
  return value >= 100 ? count(Math.round(value)) : value.toFixed(value >= 10 ? 1 : 3);
}

function signed(part: number): string {
  const size = Math.abs(part * 100);
  return `${withSign(part, size >= 1000 ? count(size) : size.toFixed(1))}%`;
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
      return 'Worse: the significant differences are all for the worse.';
    case 'BETTER_AND_WORSE':
      return 'Better and worse: some significant differences are for the better, some for the worse.';
    case 'BETTER':
      return 'Better: the significant differences are all for the better.';
    case 'NO_VISIBLE_DIFFERENCE':
      return 'No visible difference: nothing differs significantly, and 10% fewer sessions would have been detected.';
    case 'TOO_EARLY':
      return standing.stillNeeded === null || !sessions
        ? 'Nothing to compare: on no day of its rollout were there both users on it and users of the same platform not on it.'
        : `Too early: 10% fewer sessions could not be detected yet. That needs about ${neededWords(sessions, standing.stillNeeded)}.`;
  }
}

const neededWords = (sessions: ComparedView, times: number): string =>
  `${count(Math.ceil(sessions.onIt * times))} user days on it and ${count(Math.ceil(sessions.notOnIt * times))} not on it; there are ${count(sessions.onIt)} and ${count(sessions.notOnIt)}`;

/** A version on a platform, or on all of them. */
export const platformWords = (standing: StandingView): string => standing.platform || 'all platforms';

/** The steps of a rollout: to whom it was offered, and when. */
export const stepsWords = (standing: StandingView): string =>
  standing.steps.map((step) => share(step.share).replace('.0%', '%')).join(', ') ||
  (standing.platform ? 'not entered; seen in events' : '');

/** How many days of people could be compared. */
export const comparedSentence = (standing: StandingView): string | undefined => {
  const sessions = standing.measures.find((each) => each.measured === 'SESSIONS');
  return sessions
    ? `${plural(sessions.onIt, 'user day')} on it are compared with ${count(sessions.notOnIt)} not on it: same platform, same days, and as active in the two weeks before. A user is on it from the day after the update. New users are compared with new users of the same day.`
    : undefined;
};
