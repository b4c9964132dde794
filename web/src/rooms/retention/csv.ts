import type { RetentionView } from '../../api/queries';
import { grainWord, periodWords } from '../../words/dates';
import { columnHead, type Words } from './question';
import { oneWay } from './triangle';

type Row = (string | number | null)[];

/** Counts, never shares alone: one row a way of coming back and cohort; ages not complete are left empty. */
export function csvRows(view: RetentionView, words: Pick<Words, 'grain' | 'counting'>): Row[] {
  const ages = view.columns.map((each) => `${grainWord[words.grain]} ${columnHead(each, words.counting)}`);
  return [
    ['came back with', 'cohort', 'people', ...ages],
    ...view.triangles.flatMap((_, at) => rowsOf(view, at, words)),
  ];
}

function rowsOf(view: RetentionView, at: number, { grain }: Pick<Words, 'grain'>): Row[] {
  const { name, pooled, cohorts } = oneWay(view, at);
  return [
    [name, 'pooled: came back', null, ...pooled.map((each) => (each.share === null ? null : each.returned))],
    [name, 'pooled: of', null, ...pooled.map((each) => (each.share === null ? null : each.size))],
    ...cohorts.map((cohort) => [
      name,
      periodWords(cohort.period.from, grain),
      cohort.size,
      ...cohort.returned.map((returned, column) => (column < cohort.completeColumns ? returned : null)),
    ]),
  ];
}
