import type { Ages, PooledView, RetentionView, Split } from '../../../api/retention';
import { shareWithin } from '../../../words/numbers';
import type { AgeCurve, AgePoint } from './AgeCurves';
import { columnWords, type Words } from '../question';
import { groupName } from '../../../model/split';

/** As many groups as there are colours. */
const MOST_CURVES = 8;

/** The pooled curves: of the ways of coming back, of groups, or of the cohorts before and after a release. */
export function curvesOf(view: RetentionView, words: Words, split: Split | undefined): AgeCurve[] {
  const triangle = view.triangles[words.shown] ?? view.triangles[0];
  const around = triangle?.around;
  if (view.groups.length > 0) {
    return view.groups.slice(0, MOST_CURVES).map((group, at) => ({
      name: groupName(split, group),
      points: pointsOf(triangle?.lines[at] ?? [], view.columns, words),
      colour: at,
    }));
  }
  if (around) {
    return [
      {
        name: `before ${words.around ?? ''}`,
        points: pointsOf(
          around.columns.map((each) => each.before),
          view.columns,
          words,
        ),
        colour: 6,
        band: true,
      },
      {
        name: `since ${words.around ?? ''}`,
        points: pointsOf(
          around.columns.map((each) => each.after),
          view.columns,
          words,
        ),
        colour: 3,
        band: true,
        strong: true,
      },
    ];
  }
  return [
    ...view.triangles.map((each, at) => ({
      name: each.name,
      points: pointsOf(each.pooled, view.columns, words),
      colour: at,
      band: at === words.shown,
      strong: at === words.shown,
    })),
    ...(triangle?.projection ? [aheadOf(triangle.projection, words)] : []),
  ];
}

/** Age 0 alone, where everybody is by definition, would flatten all the rest. */
const pointsOf = (pooled: PooledView[], columns: Ages[], words: Words): AgePoint[] =>
  pooled.flatMap(({ share, low, high }, column) => {
    const ages = columns[column];
    if (share === null || low === null || high === null || !ages || ages.to === 0) return [];
    return ages.from === 0 && share === 1
      ? []
      : [
          {
            column,
            value: share,
            low,
            high,
            said: `${columnWords(ages, words)}: ${shareWithin(share, low, high)}`,
          },
        ];
  });

function aheadOf(
  { from, ahead }: { from: number; ahead: { share: number; low: number; high: number }[] },
  words: Words,
): AgeCurve {
  return {
    name: 'Forecast',
    colour: words.shown,
    band: true,
    ahead: true,
    points: ahead.map(({ share, low, high }, at) => ({
      column: from + at,
      value: share,
      low,
      high,
      said: `forecast ${columnWords({ from: from + at, to: from + at }, words)}: ${shareWithin(share, low, high)}`,
    })),
  };
}
