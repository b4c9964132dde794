import type { RecordedEvent } from '../../api/catalogue';
import type { MixView, PooledView, RetentionView, Split } from '../../api/retention';
import type { Finding } from '../../parts/answer/Answer';
import { grainWord, periodWords, rangeWords } from '../../words/dates';
import { gapSentences } from '../../words/gaps';
import { count, plural, points, pointsWithin, share, shareWithin } from '../../words/numbers';
import { columnWords, isLookedAt, memberWord, type Chosen, type Words } from './question';
import { groupName } from '../../model/split';
import { oneWay, type Apart, type OneWay } from './table/triangle';

/** What the findings need to know besides the answer. */
export interface Said {
  /** The name by which a way of coming back is shown. */
  shownAs: (way: Chosen) => string;
  split: Split | undefined;
  /** What is recorded of the event that counts as coming back, once known. */
  backEvent?: RecordedEvent | undefined;
  /** The release around which cohorts are compared. */
  around: string | null;
  /** Whether cohorts apart are of other people, and by which property that was looked for. */
  mixes?: { property: string; of: MixView[] } | undefined;
}

/** The pooled shares at the usual ages with their intervals, and what the reader must know. */
export function findings(view: RetentionView, words: Words, said: Said): Finding[] {
  const { shownAs } = said;
  const way = oneWay(view, words.shown);
  const found: Finding[] = view.leftOut.map((text) => ({ key: text, text, caution: true }));
  if (way.cohorts.every((cohort) => cohort.size === 0)) {
    return [...found, { key: 'none', caution: true, text: nobody(words, shownAs) }];
  }
  return [
    ...found,
    ...shares(way, words),
    ...aroundFindings(view, words, said.around),
    ...(way.groups.length > 0 ? groupFindings(way, words, said.split) : cohortFindings(way, words)),
    ...mixFindings(way, words, said),
    ...flattening(view, words),
    ...projection(view, words),
    ...otherWays(view, words, shownAs),
    ...meanings(words, shownAs),
    ...gaps(words, shownAs, said.backEvent),
    ...cautions(way, words),
  ];
}

const nobody = ({ start }: Words, shownAs: (way: Chosen) => string) =>
  start === null ? 'No users joined in this range.' : `No users did ${shownAs(start)} in this range.`;

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
      text: `No cohort is complete ${name} yet.`,
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
const cohortFindings = (way: OneWay, words: Words): Finding[] =>
  apart(way, way.apart, words, 'the other cohorts', (row) => {
    const from = way.cohorts[row]?.period.from;
    return from && periodWords(from, words.grain);
  });

const groupFindings = (way: OneWay, words: Words, split: Split | undefined): Finding[] =>
  apart(way, way.groupsApart, words, 'all other users', (row) => {
    const group = way.groups[row];
    return group && groupName(split, group);
  });

function apart(
  { columns }: OneWay,
  { compared, cells, surest }: Apart,
  words: Words,
  withWhom: string,
  nameOf: (row: number) => string | undefined,
): Finding[] {
  if (compared === 0) return [];
  if (cells === 0)
    return [
      {
        key: 'apart',
        text: `None of ${count(compared)} cells differs significantly from ${withWhom} at the same age.`,
      },
    ];
  const named = surest.flatMap(({ row, column, share: own, others, difference, low, high }) => {
    const name = nameOf(row);
    const ages = columns[column];
    return name && ages
      ? [
          {
            key: `apart ${row} ${column}`,
            text: `${name} ${columnWords(ages, words)}: ${share(own)}, others ${share(others)}: ${pointsWithin(difference, low, high)}.`,
          },
        ]
      : [];
  });
  return [
    {
      key: 'apart',
      text: `${count(cells)} of ${count(compared)} cells ${cells === 1 ? 'differs' : 'differ'} significantly from ${withWhom} at the same age (underlined).${cells > named.length ? ' Strongest:' : ''}`,
    },
    ...named,
  ];
}

/** From which share of a difference on the mix is worth a sentence. */
const PARTLY = 0.25;

/** Whether a cohort differs because its users behave differently, or only because it has other users. */
function mixFindings(way: OneWay, words: Words, { mixes }: Said): Finding[] {
  if (!mixes) return [];
  const nameOf = (mix: MixView) => {
    const from = way.cohorts[mix.row]?.period.from;
    const ages = way.columns[mix.column];
    return from && ages ? `${periodWords(from, words.grain)} ${columnWords(ages, words)}` : '';
  };
  const part = (mix: MixView) => mix.mix / (mix.mix + mix.within);
  const mixed = mixes.of.filter((mix) => part(mix) >= PARTLY);
  const others = mixes.of.length - mixed.length;
  return [
    ...mixed.map((mix) => ({
      key: `mix ${mix.row} ${mix.column}`,
      text: `${nameOf(mix)}: ${points(mix.mix)} of ${points(mix.mix + mix.within)} come from a different mix of ${mixes.property} (${mix.value ?? 'other values'}: ${share(mix.size)} of its users, ${share(mix.others)} of the other cohorts).`,
    })),
    ...(others > 0 && way.groups.length === 0
      ? [
          {
            key: 'mix',
            text: `The mix of ${mixes.property} does not explain ${mixed.length > 0 ? 'the other differences' : 'these differences'}.`,
          },
        ]
      : []),
  ];
}

/** Cohorts before and after a release at equal age. */
function aroundFindings(view: RetentionView, words: Words, version: string | null): Finding[] {
  const around = view.triangles[words.shown]?.around;
  if (!around || version === null) return [];
  if (around.before === 0 || around.after === 0) {
    return [
      {
        key: 'around',
        caution: true,
        text: `All cohorts of the range are ${around.before === 0 ? 'after' : 'before'} ${version}: there is nothing to compare.`,
      },
    ];
  }
  const across =
    around.across > 0
      ? ` ${plural(around.across, 'cohort')} in which it began ${around.across === 1 ? 'is' : 'are'} left out.`
      : '';
  return [
    ...around.columns.flatMap(({ difference, low, high }, column) => {
      const ages = view.columns[column];
      if (!ages || !isLookedAt(ages, words) || difference === null || low === null || high === null)
        return [];
      return [
        {
          key: `around ${column}`,
          text: `Since ${version}, ${columnWords(ages, words)}: ${pointsWithin(difference, low, high)} compared with the cohorts before${low > 0 || high < 0 ? '' : ', not significant'}.`,
        },
      ];
    }),
    {
      key: 'around',
      caution: true,
      text: `${plural(around.before, 'cohort')} before and ${around.after} since ${version}. Only cohorts complete at an age are compared. Other things than ${version} may have changed too.${across}`,
    },
  ];
}

/** From where on hardly anybody more is lost, or that it cannot be said. */
function flattening(view: RetentionView, words: Words): Finding[] {
  const found = view.triangles[words.shown]?.flattening;
  if (!found) return [];
  const word = grainWord[words.grain];
  const tolerance = `${Number((found.tolerance * 100).toPrecision(3))} pp per ${word}`;
  const last = `from ${word} ${found.lastAge - 1} to ${found.lastAge}, ${pointsWithin(-found.loss, -found.high, -found.low)}`;
  const text = {
    FLAT: `The curve is flat from ${word} ${found.from}: each later step loses less than ${tolerance}. The last step, ${last}.`,
    FALLING: `Still decreasing: ${last}; more than ${tolerance} cannot be excluded.`,
    UNTOLD: `Too few users to tell whether the curve is flat: ${last}, with a tolerance of ${tolerance}.`,
  }[found.kind];
  return [{ key: 'flattening', text }];
}

/** How it would go on, and how well that would have been foretold. */
function projection(view: RetentionView, words: Words): Finding[] {
  const found = view.triangles[words.shown]?.projection;
  const word = grainWord[words.grain];
  const at = found?.ahead.at(-1);
  if (!found || !at || view.groups.length > 0) return [];
  const test =
    found.meanError === null || found.worst === null || found.testedFrom === null
      ? ' Too few ages are complete to check the forecast.'
      : ` Check: a forecast of ${word} ${found.testedFrom} and later from the ages before was ${points(found.meanError).replace('+', '')} off on average, ${points(found.worst).replace('+', '')} at most.`;
  return [
    {
      key: 'projection',
      text: `Forecast: ${shareWithin(at.share, at.low, at.high)} in ${word} ${found.from + found.ahead.length - 1} (dashed line; shifted-beta-geometric model).${test}`,
    },
  ];
}

/** The other returns that were asked, at the last age complete for all of them. */
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
      text: `Coming back means ${shownAs(way)} here; in ${word} 0 only events after the ${start === null ? 'first event' : 'start'} count.`,
    });
  }
  if (counting === 'OR_LATER') {
    found.push({
      key: 'later',
      text: `“Or later” ends with ${word} ${words.ages} for every cohort, because older cohorts would otherwise have more time. A cohort is complete when its ${word} ${words.ages} has passed.`,
    });
  }
  if (clock === 'OWN') {
    const hours = grain === 'DAY' ? '24 hours' : grain === 'WEEK' ? '7 times 24 hours' : '30 times 24 hours';
    found.push({
      key: 'clock',
      text: `One ${word} of age is ${hours} since each user’s own start. A cohort is complete at an age when its last user has reached it.`,
    });
  }
  if (words.entry === 'EVERY_PERIOD') {
    found.push({
      key: 'each',
      text: `A user who started in several ${word}s is in each of these cohorts, so cohorts add up to more than all users.`,
    });
  }
  return found;
}

function gaps(
  words: Words,
  shownAs: (way: Chosen) => string,
  backEvent: RecordedEvent | undefined,
): Finding[] {
  if (!backEvent) return [];
  return gapSentences(backEvent).map(({ kind, text }) => ({
    key: kind,
    caution: true,
    text: `${shownAs(words.ways[words.shown] ?? null)} ${text} Returns of these users cannot be seen.`,
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
      text: `${plural(open, 'hatched cell is', 'hatched cells are')} not complete: not every user has reached that age. They are not part of the averages.`,
    });
  }
  const clipped = cohorts.filter((cohort) => !cohort.wholePeriod);
  if (clipped.length > 0) {
    found.push({
      key: 'clipped',
      caution: true,
      text: `The range cuts ${clipped.map((cohort) => rangeWords(cohort.starts)).join(' and ')} out of a full ${grainWord[grain]}: only users who started on these days are counted.`,
    });
  }
  return found;
}
