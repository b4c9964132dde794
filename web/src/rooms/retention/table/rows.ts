import type { CohortView, PooledView } from '../../../api/retention';
import type { VersionView } from '../../../api/queries';
import { dayOf, periodWords, rangeWords } from '../../../words/dates';
import { count, plural, share } from '../../../words/numbers';
import type { AgeCell, AgeRow, HeadRow } from './AgeTable';
import { columnWords, memberWord, type Words } from '../question';
import { cellStyle } from './shade';
import type { CohortOfWay, GroupOfWay, OneWay } from './triangle';

/** A share in a narrow cell: one decimal, no sign. */
export const cellShare = (value: number) => (value === 1 ? '100' : (value * 100).toFixed(1));

export const releasesIn = (cohort: Pick<CohortView, 'period'>, versions: VersionView[]): string =>
  versions
    .filter(
      (version) =>
        dayOf(cohort.period.from) <= dayOf(version.starts) && dayOf(version.starts) < dayOf(cohort.period.to),
    )
    .map((version) => version.version)
    .join(', ');

/** How rows of cohorts begin, whatever stands in their cells. */
export function cohortRow(cohort: CohortView, words: Words, versions: VersionView[]): Omit<AgeRow, 'cells'> {
  return {
    key: cohort.period.from,
    name: `${periodWords(cohort.period.from, words.grain)}${cohort.wholePeriod ? '' : ' ◐'}`,
    note: cohort.wholePeriod
      ? undefined
      : `${rangeWords(cohort.starts)}: only part of this period is in the range`,
    size: count(cohort.size),
    ...(words.order === 'time' ? { release: releasesIn(cohort, versions) } : {}),
  };
}

export const cohortRows = (way: OneWay, words: Words, versions: VersionView[]): AgeRow[] =>
  way.cohorts.map((cohort) => ({
    ...cohortRow(cohort, words, versions),
    cells: way.columns.map((_, column) => cohortCell(cohort, way, column, words)),
  }));

function cohortCell(cohort: CohortOfWay, way: OneWay, column: number, words: Words): AgeCell | null {
  const ages = way.columns[column];
  if (cohort.size === 0 || !ages) return null;
  const returned = cohort.returned[column] ?? 0;
  const open = column >= cohort.completeColumns;
  if (column >= cohort.begunColumns) return { text: '', open: true };
  const value = returned / cohort.size;
  const said = `${periodWords(cohort.period.from, words.grain)}, ${columnWords(ages, words)}`;
  const counts = `${said}: ${count(returned)} of ${count(cohort.size)} users`;
  // None so far is not yet a share of 0.
  const text = open && returned === 0 ? '' : words.counts ? count(returned) : cellShare(value);
  if (open) return { text, open, title: `${counts} so far (incomplete).` };
  const pooled = way.pooled[column]?.share ?? null;
  const apart = cohort.apart.includes(column);
  return {
    text,
    apart,
    title: `${counts}, ${share(value)}${pooled === null ? '' : `; average ${share(pooled)}`}${apart ? '; significantly different from the other cohorts' : ''}`,
    ...cellStyle(value, cohort.size, pooled, words.plain),
  };
}

export const groupRows = (way: OneWay, words: Words, name: (group: GroupOfWay) => string): AgeRow[] =>
  way.groups.map((group) => ({
    key: name(group),
    name: name(group),
    size: count(group.size),
    cells: way.columns.map((ages, column) => {
      const own = group.pooled[column];
      if (!own || own.share === null) return own && own.cohorts === 0 ? null : { text: '', open: true };
      const pooled = way.pooled[column]?.share ?? null;
      const apart = group.apart.includes(column);
      return {
        text: words.counts ? count(own.returned) : cellShare(own.share),
        apart,
        title: `${name(group)}, ${columnWords(ages, words)}: ${saidPooled(own, words)}, ${share(own.share)}${pooled === null ? '' : `; all users ${share(pooled)}`}${apart ? '; significantly different from all other users' : ''}`,
        ...cellStyle(own.share, own.size, pooled, words.plain),
      };
    }),
  }));

const saidPooled = (pooled: PooledView, words: Words) =>
  `${count(pooled.returned)} of ${count(pooled.size)} ${memberWord(words)} in ${plural(pooled.cohorts, 'complete cohort')}`;

export const pooledRow = (way: OneWay, words: Words): HeadRow => ({
  key: 'pooled',
  gives: true,
  name: words.counts ? 'average' : 'average, %',
  term: 'Pooled average',
  size: count(way.cohorts.reduce((sum, cohort) => sum + cohort.size, 0)),
  cells: way.pooled.map((pooled) => ({
    text: pooled.share === null ? '–' : words.counts ? count(pooled.returned) : cellShare(pooled.share),
    title: pooled.share === null ? 'No cohort is complete at this age.' : saidPooled(pooled, words),
  })),
});

/** The places of rows in the order asked for; what has no value comes last. */
export function inOrder<T>(
  rows: T[],
  order: Words['order'],
  size: (row: T) => number,
  value: (row: T, column: number) => number | null,
): number[] {
  const places = rows.map((_, at) => at);
  if (order === 'time') return places;
  const of = (at: number) => {
    const row = rows[at];
    if (row === undefined) return -Infinity;
    return order === 'size' ? size(row) : (value(row, order) ?? -Infinity);
  };
  return places.sort((a, b) => of(b) - of(a) || a - b);
}

export const cohortValue = (cohort: CohortOfWay, column: number): number | null =>
  cohort.size > 0 && column < cohort.completeColumns ? (cohort.returned[column] ?? 0) / cohort.size : null;

/** The last of the cohorts complete in a column. */
export const lastComplete = <T extends CohortView>(cohorts: T[], column: number): T | undefined =>
  cohorts.findLast((cohort) => column < cohort.completeColumns);
