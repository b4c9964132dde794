import type { Grain, RetentionView } from '../../api/queries';
import { grainWord, periodWords } from '../../words/dates';

/** Counts, never shares alone: one row a cohort; ages not complete are left empty. */
export function csvRows(view: RetentionView, grain: Grain): (string | number | null)[][] {
  const ages = view.pooled.map((_, age) => `${grainWord[grain]} ${age}`);
  const cohorts = view.cohorts.map((cohort) => [
    periodWords(cohort.period.from, grain),
    cohort.size,
    ...cohort.returned.map((returned, age) => (age < cohort.completeAges ? returned : null)),
  ]);
  return [
    ['cohort', 'people', ...ages],
    [
      'pooled: came back',
      null,
      ...view.pooled.map((pooled) => (pooled.share === null ? null : pooled.returned)),
    ],
    ['pooled: of', null, ...view.pooled.map((pooled) => (pooled.share === null ? null : pooled.size))],
    ...cohorts,
  ];
}
