import type {
  Ages,
  CellView,
  CohortView,
  FollowedGroup,
  PooledView,
  RetentionView,
} from '../../../api/retention';

export interface CohortOfWay extends CohortView {
  /** By column: how many came back. */
  returned: number[];
  /** The columns in which it lies apart from the other cohorts. */
  apart: number[];
}

export interface GroupOfWay extends FollowedGroup {
  /** By column: the cohorts complete there together. */
  pooled: PooledView[];
  apart: number[];
}

/** What lies apart, of all that was compared. */
export interface Apart {
  compared: number;
  cells: number;
  surest: CellView[];
}

/** The triangle of one way of coming back. */
export interface OneWay {
  name: string;
  columns: Ages[];
  cohorts: CohortOfWay[];
  pooled: PooledView[];
  apart: Apart;
  groups: GroupOfWay[];
  groupsApart: Apart;
}

const NONE = { compared: 0, columns: [], surest: [] };

function apartOf({
  compared,
  columns,
  surest,
}: {
  compared: number;
  columns: number[][];
  surest: CellView[];
}) {
  return { compared, cells: columns.reduce((sum, row) => sum + row.length, 0), surest };
}

export function oneWay(view: RetentionView, at: number): OneWay {
  const triangle = view.triangles[at] ?? view.triangles[0];
  const apart = triangle?.apart ?? NONE;
  const groupsApart = triangle?.groupsApart ?? NONE;
  return {
    name: triangle?.name ?? '',
    columns: view.columns,
    cohorts: view.cohorts.map((cohort, number) => ({
      ...cohort,
      returned: triangle?.returned[number] ?? [],
      apart: apart.columns[number] ?? [],
    })),
    pooled: triangle?.pooled ?? [],
    apart: apartOf(apart),
    groups: view.groups.map((group, number) => ({
      ...group,
      pooled: triangle?.lines[number] ?? [],
      apart: groupsApart.columns[number] ?? [],
    })),
    groupsApart: apartOf(groupsApart),
  };
}
