import type { Ages, CohortView, PooledView, RetentionView } from '../../api/queries';

export interface CohortOfWay extends CohortView {
  /** By column: how many came back. */
  returned: number[];
}

/** The triangle of one way of coming back. */
export interface OneWay {
  name: string;
  columns: Ages[];
  cohorts: CohortOfWay[];
  pooled: PooledView[];
}

export function oneWay(view: RetentionView, at: number): OneWay {
  const triangle = view.triangles[at] ?? view.triangles[0];
  return {
    name: triangle?.name ?? '',
    columns: view.columns,
    cohorts: view.cohorts.map((cohort, number) => ({
      ...cohort,
      returned: triangle?.returned[number] ?? [],
    })),
    pooled: triangle?.pooled ?? [],
  };
}
