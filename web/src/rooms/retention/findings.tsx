import type { RecordedEvent } from '../../api/catalogue';
import type { MixView, PooledView, RetentionView, Split } from '../../api/retention';
import type { Finding } from '../../frame/Margin';
import { grainWord, periodWords, rangeWords } from '../../words/dates';
import { gapSentences } from '../../words/gaps';
import { change, count, plural, share, shareWithin } from '../../words/numbers';
import { columnWords, isLookedAt, memberWord, type Chosen, type Words } from './question';
import { groupName } from '../../frame/split';
import { oneWay, type Apart, type OneWay } from './triangle';

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
  start === null
    ? 'Nobody arrived in this range, so there is nothing to follow.'
    : `Nobody did ${shownAs(start)} in this range, so there is nothing to follow.`;

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
const cohortFindings = (way: OneWay, words: Words): Finding[] =>
  apart(way, way.apart, words, 'the other cohorts at the same age', (row) => {
    const from = way.cohorts[row]?.period.from;
    return from && periodWords(from, words.grain);
  });

const groupFindings = (way: OneWay, words: Words, split: Split | undefined): Finding[] =>
  apart(way, way.groupsApart, words, 'everybody else at the same age', (row) => {
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
  const among = `${count(compared)} cells were compared with ${withWhom}, all tests corrected together:`;
  if (cells === 0) return [{ key: 'apart', text: `${among} none lies apart.` }];
  const named = surest.flatMap(({ row, column, share: own, others, difference, low, high }) => {
    const name = nameOf(row);
    const ages = columns[column];
    return name && ages
      ? [
          {
            key: `apart ${row} ${column}`,
            text: `${name} ${columnWords(ages, words)}: ${share(own)}, the others ${share(others)}; ${pointsWithin(difference, low, high)}.`,
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

/** From which part of a difference on it is mostly, or partly, mix. */
const MOSTLY = 0.6;
const PARTLY = 0.25;

/** Whether a cohort lies apart since its people came back otherwise, or only since they are other people. */
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
      text: `${nameOf(mix)} is ${part(mix) >= MOSTLY ? 'mostly' : 'partly'} mix of ${mixes.property}: ${points(mix.mix)} since its people are others (${mix.value ?? 'other values'} ${share(mix.size)} of them, ${share(mix.others)} of the other cohorts), ${points(mix.within)} within the groups.`,
    })),
    ...(others > 0 && way.groups.length === 0
      ? [
          {
            key: 'mix',
            text: `${mixed.length > 0 ? 'The others of these differ' : 'They differ'} within the groups of ${mixes.property} too: no matter of mix.`,
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
        text: `All cohorts of the range lie ${around.before === 0 ? 'after' : 'before'} ${version}: there is nothing to compare.`,
      },
    ];
  }
  const across =
    around.across > 0
      ? ` ${plural(around.across, 'cohort')} in which it began ${around.across === 1 ? 'is' : 'are'} in neither.`
      : '';
  return [
    ...around.columns.flatMap(({ difference, low, high }, column) => {
      const ages = view.columns[column];
      if (!ages || !isLookedAt(ages, words) || difference === null || low === null || high === null)
        return [];
      return [
        {
          key: `around ${column}`,
          text: `Since ${version}, ${columnWords(ages, words)}: ${pointsWithin(difference, low, high)} against the cohorts before${low > 0 || high < 0 ? '' : '; its interval holds 0'}.`,
        },
      ];
    }),
    {
      key: 'around',
      caution: true,
      text: `${plural(around.before, 'cohort')} before and ${around.after} since; only those complete at an age are compared at it. Other things than ${version} may have changed between them.${across}`,
    },
  ];
}

/** From where on hardly anybody more is lost, or that it cannot be said. */
function flattening(view: RetentionView, words: Words): Finding[] {
  const found = view.triangles[words.shown]?.flattening;
  if (!found) return [];
  const word = grainWord[words.grain];
  const tolerance = `${plural(Number((found.tolerance * 100).toPrecision(3)), 'point')} a ${word}`;
  const last = `from ${word} ${found.lastAge - 1} to ${found.lastAge}, ${pointsWithin(-found.loss, -found.high, -found.low)}`;
  const text = {
    FLAT: `The curve is flat from ${word} ${found.from} on: every later step surely loses less than ${tolerance}; the last, ${last}.`,
    FALLING: `Still falling: ${last}, and not surely less than ${tolerance}.`,
    UNTOLD: `Whether it has flattened cannot be told yet: ${last}, against a tolerance of ${tolerance}.`,
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
      ? ' Too few ages are complete to try it on those known.'
      : ` Tried on what is known: from the ages before, ${word} ${found.testedFrom} and later were foretold ${points(found.meanError).replace('+', '')} off on average, ${points(found.worst).replace('+', '')} at the worst.`;
  return [
    {
      key: 'projection',
      text: `If it goes on so, ${shareWithin(at.share, at.low, at.high)} at ${word} ${found.from + found.ahead.length - 1} (dashed; shifted-beta-geometric).${test}`,
    },
  ];
}

const pointsWithin = (difference: number, low: number, high: number) =>
  `${points(difference)} (${points(low)} to ${points(high)})`;

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

function gaps(
  words: Words,
  shownAs: (way: Chosen) => string,
  backEvent: RecordedEvent | undefined,
): Finding[] {
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
