import type { RecordedEvent } from '../../api/catalogue';
import type { Ages, Grain, PooledView, RetentionView } from '../../api/queries';
import type { Finding } from '../../frame/Margin';
import { grainWord, periodWords, rangeWords } from '../../words/dates';
import { gapSentences } from '../../words/gaps';
import { change, count, plural, share, shareWithin } from '../../words/numbers';
import { columnWords, memberWord, type Chosen, type Words } from './question';
import { oneWay, type OneWay } from './triangle';

/** Common practice, no source: the days and weeks at which the trade looks first. */
const LOOKED_AT: Record<Grain, readonly number[]> = { DAY: [1, 7, 30], WEEK: [1, 4, 12], MONTH: [1, 3, 6] };

/**
 * The pooled shares at the usual ages with their intervals, and what the reader must know.
 *
 * @param shownAs the name by which a way of coming back is shown
 * @param backEvent what is recorded of the event that counts as coming back, once known
 */
export function findings(
  view: RetentionView,
  words: Words,
  shownAs: (way: Chosen) => string,
  backEvent?: RecordedEvent,
): Finding[] {
  const way = oneWay(view, words.shown);
  const found: Finding[] = view.leftOut.map((text) => ({ key: text, text, caution: true }));
  if (way.cohorts.every((cohort) => cohort.size === 0)) {
    return [...found, { key: 'none', caution: true, text: nobody(words, shownAs) }];
  }
  return [
    ...found,
    ...shares(way, words),
    ...apart(way, words),
    ...otherWays(view, words, shownAs),
    ...meanings(words, shownAs),
    ...gaps(words, shownAs, backEvent),
    ...cautions(way, words),
  ];
}

const nobody = ({ start }: Words, shownAs: (way: Chosen) => string) =>
  start === null
    ? 'Nobody arrived in this range, so there is nothing to follow.'
    : `Nobody did ${shownAs(start)} in this range, so there is nothing to follow.`;

const isLookedAt = ({ from }: Ages, { counting, grain }: Words) =>
  counting === 'WITHIN' || LOOKED_AT[grain].includes(from);

function shares({ columns, pooled }: OneWay, words: Words): Finding[] {
  return columns.flatMap((ages, column) => {
    const share = pooled[column];
    return share && isLookedAt(ages, words)
      ? [agedFinding(share, columnWords(ages, words), memberWord(words))]
      : [];
  });
}

function agedFinding(pooled: PooledView, name: string, members: string): Finding {
  if (pooled.share === null || pooled.low === null || pooled.high === null) {
    return {
      key: name,
      caution: true,
      text: `No cohort is complete ${name} yet, so there is no share to give.`,
    };
  }
  return {
    key: name,
    text: (
      <>
        <b>{shareWithin(pooled.share, pooled.low, pooled.high)}</b> came back {name}: {count(pooled.returned)}{' '}
        of {count(pooled.size)} {members} in {plural(pooled.cohorts, 'cohort')}.
      </>
    ),
  };
}

/** Which cohorts lie off the others, so that the colours need not be read for it. */
function apart({ compared, surest, cohorts, columns }: OneWay, words: Words): Finding[] {
  if (compared === 0) return [];
  const cells = cohorts.reduce((sum, cohort) => sum + cohort.apart.length, 0);
  const among = `${count(compared)} cells were compared with the other cohorts at the same age, all tests corrected together:`;
  if (cells === 0) return [{ key: 'apart', text: `${among} none lies apart.` }];
  const named = surest.flatMap(({ cohort, column, share: own, others, difference, low, high }) => {
    const from = cohorts[cohort]?.period.from;
    const ages = columns[column];
    return from && ages
      ? [
          {
            key: `apart ${cohort} ${column}`,
            text: `${periodWords(from, words.grain)} ${columnWords(ages, words)}: ${share(own)}, the others ${share(others)}; ${points(difference)} (${points(low)} to ${points(high)}).`,
          },
        ]
      : [];
  });
  return [
    {
      key: 'apart',
      text: `${among} ${count(cells)} ${cells === 1 ? 'lies apart and is' : 'lie apart and are'} underlined.${cells > named.length ? ' The surest:' : ''}`,
    },
    ...named,
  ];
}

const points = (difference: number) => change(difference, 0, 'SHARE');

/** The others beside the one shown, at the last age that all of them are complete at. */
function otherWays(view: RetentionView, words: Words, shownAs: (way: Chosen) => string): Finding[] {
  const at = view.columns.findLastIndex(
    (ages, column) => isLookedAt(ages, words) && isComplete(view, column),
  );
  const ages = view.columns[at];
  if (view.triangles.length < 2 || !ages) return [];
  return view.triangles.flatMap(({ pooled }, way) => {
    const share = pooled[at];
    if (way === words.shown || !share || share.share === null || share.low === null || share.high === null) {
      return [];
    }
    return [
      {
        key: `way ${way}`,
        text: `With ${shownAs(words.ways[way] ?? null)}: ${shareWithin(share.share, share.low, share.high)} ${columnWords(ages, words)}.`,
      },
    ];
  });
}

const isComplete = (view: RetentionView, column: number) =>
  view.triangles.every(({ pooled }) => pooled[column]?.share !== null);

function meanings(words: Words, shownAs: (way: Chosen) => string): Finding[] {
  const found: Finding[] = [];
  const { grain, start, counting, clock } = words;
  const word = grainWord[grain];
  const way = words.ways[words.shown] ?? null;
  if (way !== start) {
    found.push({
      key: 'other',
      text: `Coming back means ${shownAs(way)} here; at ${word} 0 only what followed the ${start === null ? 'arrival' : 'start'} counts.`,
    });
  }
  if (counting === 'OR_LATER') {
    found.push({
      key: 'later',
      text: `Or later is up to ${word} ${words.ages} for every cohort: without a common end the older ones would gain by watching time alone. So a cohort is complete only when its ${word} ${words.ages} has passed.`,
    });
  }
  if (clock === 'OWN') {
    const hours = grain === 'DAY' ? '24 hours' : grain === 'WEEK' ? '7 times 24 hours' : '30 times 24 hours';
    found.push({
      key: 'clock',
      text: `A ${word} of age is ${hours} since each person’s own start, so a cohort is complete at an age only when it has passed for whoever started last.`,
    });
  }
  if (words.entry === 'EVERY_PERIOD') {
    found.push({
      key: 'each',
      text: `Whoever started in several ${word}s is in the cohort of each; people do not add up over cohorts.`,
    });
  }
  return found;
}

function gaps(words: Words, shownAs: (way: Chosen) => string, backEvent?: RecordedEvent): Finding[] {
  if (!backEvent) return [];
  return gapSentences(backEvent).map(({ kind, text }) => ({
    key: kind,
    caution: true,
    text: `${shownAs(words.ways[words.shown] ?? null)} ${text} Who is there cannot be seen coming back.`,
  }));
}

function cautions({ columns, cohorts }: OneWay, { grain }: Words): Finding[] {
  const found: Finding[] = [];
  const open = cohorts.reduce(
    (sum, cohort) => sum + (cohort.size > 0 ? columns.length - cohort.completeColumns : 0),
    0,
  );
  if (open > 0) {
    found.push({
      key: 'open',
      caution: true,
      text: `${plural(open, 'hatched cell')} not complete: that age has not fully passed for every member. They enter no pooled share.`,
    });
  }
  const clipped = cohorts.filter((cohort) => !cohort.wholePeriod);
  if (clipped.length > 0) {
    found.push({
      key: 'clipped',
      caution: true,
      text: `The range cuts ${clipped.map((cohort) => rangeWords(cohort.starts)).join(' and ')} out of a whole ${grainWord[grain]}: only those who started then are in.`,
    });
  }
  return found;
}
