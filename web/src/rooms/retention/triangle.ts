import type { Ages, ApartView, CohortView, PooledView, RetentionView } from '../../api/queries';

export interface CohortOfWay extends CohortView {
  /** By column: how many came back. */
  returned: number[];
  /** The columns in which it lies apart from the other cohorts. */
  apart: number[];
}

/** The triangle of one way of coming back. */
export interface OneWay {
  name: string;
  columns: Ages[];
  cohorts: CohortOfWay[];
  pooled: PooledView[];
  /** How many cells were compared with the other cohorts, and the surest of those that lie apart. */
  compared: number;
  surest: ApartView[];
}

export function oneWay(view: RetentionView, at: number): OneWay {
  const triangle = view.triangles[at] ?? view.triangles[0];
  return {
    name: triangle?.name ?? '',
    columns: view.columns,
    cohorts: view.cohorts.map((cohort, number) => ({
      ...cohort,
      returned: triangle?.returned[number] ?? [],
      apart: triangle?.apart[number] ?? [],
    })),
    pooled: triangle?.pooled ?? [],
    compared: triangle?.compared ?? 0,
    surest: triangle?.surest ?? [],
  };
}
