import type { RetentionView, Split } from '../../api/retention';
import { grainWord } from '../../words/dates';
import { columnHead, type Words } from './question';
import { groupName } from '../../model/split';
import { oneWay } from './table/triangle';

type Row = (string | number | null)[];

/** Counts, never shares alone: one row a way of coming back and cohort, or group; ages not complete are left empty. */
export function csvRows(
  view: RetentionView,
  words: Pick<Words, 'grain' | 'counting'>,
  split?: Split | undefined,
): Row[] {
  const ages = view.columns.map((each) => `${grainWord[words.grain]} ${columnHead(each, words.counting)}`);
  const isSplit = view.groups.length > 0;
  return [
    ['came back with', isSplit ? 'group' : 'cohort from', 'users', ...ages],
    ...view.triangles.flatMap((_, at) => (isSplit ? groupRows(view, at, split) : cohortRows(view, at))),
  ];
}

function cohortRows(view: RetentionView, at: number): Row[] {
  const { name, pooled, cohorts } = oneWay(view, at);
  return [
    [name, 'average: came back', null, ...pooled.map((each) => (each.share === null ? null : each.returned))],
    [name, 'average: users', null, ...pooled.map((each) => (each.share === null ? null : each.size))],
    ...cohorts.map((cohort) => [
      name,
      cohort.period.from,
      cohort.size,
      ...cohort.returned.map((returned, column) => (column < cohort.completeColumns ? returned : null)),
    ]),
  ];
}

/** Of each group who came back, and of how many: those of the cohorts complete at the age. */
const groupRows = (view: RetentionView, at: number, split: Split | undefined): Row[] => {
  const { name, groups } = oneWay(view, at);
  return groups.flatMap((group) => [
    [name, `${groupName(split, group)}: came back`, group.size, ...group.pooled.map((each) => each.returned)],
    [name, `${groupName(split, group)}: users`, group.size, ...group.pooled.map((each) => each.size)],
  ]);
};
