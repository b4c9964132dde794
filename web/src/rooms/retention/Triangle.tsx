import { memo, useMemo } from 'react';
import type { Ages, CohortView, PooledView, TriangleView, VersionView } from '../../api/queries';
import { useWidth } from '../../frame/rail/useWidth';
import { dayOf, grainWord, periodWords, rangeWords } from '../../words/dates';
import { count, plural, share } from '../../words/numbers';
import { NAMES_WIDTH, PooledCurves } from './PooledCurves';
import { columnHead, columnWords, memberWord, type Words } from './question';
import { cellStyle } from './shade';
import type { CohortOfWay, OneWay } from './triangle';

const NAME_WIDTH = 128;
const SIZE_WIDTH = 62;
const LEAST_CELL = 30;
const MOST_CELL = 62;

interface TriangleProps {
  way: OneWay;
  /** Which of the triangles it is. */
  shown: number;
  triangles: TriangleView[];
  words: Words;
  versions: VersionView[];
}

/** The pooled curves over the triangle, on the same columns. */
export function Triangle({ way, shown, triangles, words, versions }: TriangleProps) {
  const { ref, width } = useWidth<HTMLDivElement>();
  const names = triangles.length > 1 ? NAMES_WIDTH : 0;
  const room = (width - NAME_WIDTH - SIZE_WIDTH - names - 16) / way.columns.length;
  const cell = Math.floor(Math.max(LEAST_CELL, Math.min(MOST_CELL, room)));
  const tableWidth = NAME_WIDTH + SIZE_WIDTH + cell * way.columns.length;
  const releases = useMemo(
    () => way.cohorts.map((cohort) => releasesIn(cohort, versions)),
    [way.cohorts, versions],
  );
  return (
    <div ref={ref} className="triangle-place">
      {width > 0 && (
        <div style={{ width: tableWidth }}>
          <PooledCurves
            triangles={triangles}
            columns={way.columns}
            shown={shown}
            left={NAME_WIDTH + SIZE_WIDTH}
            cell={cell}
            words={words}
          />
          <table className="triangle" style={{ tableLayout: 'fixed', width: tableWidth }}>
            <caption className="spoken">
              Share of each cohort that came back, by age. Hatched cells are not complete.
            </caption>
            <colgroup>
              <col style={{ width: NAME_WIDTH }} />
              <col style={{ width: SIZE_WIDTH }} />
              {way.columns.map((_, column) => (
                <col key={column} style={{ width: cell }} />
              ))}
            </colgroup>
            <Head way={way} words={words} />
            <tbody>
              {way.cohorts.map((cohort, index) => (
                <CohortRow
                  key={cohort.period.from}
                  cohort={cohort}
                  columns={way.columns}
                  pooled={way.pooled}
                  words={words}
                  releases={releases[index] ?? ''}
                />
              ))}
            </tbody>
          </table>
        </div>
      )}
    </div>
  );
}

const releasesIn = (cohort: CohortView, versions: VersionView[]): string =>
  versions
    .filter(
      (version) =>
        dayOf(cohort.period.from) <= dayOf(version.starts) && dayOf(version.starts) < dayOf(cohort.period.to),
    )
    .map((version) => version.version)
    .join(', ');

/** A share in a narrow cell: one decimal, no sign. */
const cellShare = (value: number) => (value === 1 ? '100' : (value * 100).toFixed(1));

function Head({ way, words }: { way: OneWay; words: Words }) {
  const people = way.cohorts.reduce((sum, cohort) => sum + cohort.size, 0);
  return (
    <thead>
      <tr>
        <th scope="col">{words.start === null ? 'arrived' : 'started'}</th>
        <th scope="col" className="number">
          {memberWord(words)}
        </th>
        {way.columns.map((ages, column) => (
          <th key={column} scope="col" className="number">
            {column === 0 && grainWord[words.grain] + ' '}
            {columnHead(ages, words.counting)}
          </th>
        ))}
      </tr>
      <tr className="pooled">
        <th scope="row">pooled, %</th>
        <td className="number">{count(people)}</td>
        {way.pooled.map((pooled, column) => (
          <td
            key={column}
            className="number"
            data-pooled={column}
            title={
              pooled.share === null
                ? 'No cohort is complete at this age.'
                : `${count(pooled.returned)} of ${count(pooled.size)} ${memberWord(words)} in ${plural(pooled.cohorts, 'complete cohort')}`
            }
          >
            {pooled.share === null ? '–' : cellShare(pooled.share)}
          </td>
        ))}
      </tr>
    </thead>
  );
}

interface CohortRowProps {
  cohort: CohortOfWay;
  columns: Ages[];
  pooled: PooledView[];
  words: Words;
  releases: string;
}

const CohortRow = memo(function CohortRow({ cohort, columns, pooled, words, releases }: CohortRowProps) {
  const name = periodWords(cohort.period.from, words.grain);
  return (
    <tr className={releases ? 'release-row' : undefined} data-cohort={cohort.period.from}>
      <th scope="row" title={rangeWords(cohort.starts)}>
        {name}
        {!cohort.wholePeriod && <span title="Only part of this period is in the range"> ◐</span>}
        {releases && <span className="release-name">{releases}</span>}
      </th>
      <td className="number">{count(cohort.size)}</td>
      {columns.map((ages, column) => (
        <Cell
          key={column}
          cohort={cohort}
          said={`${name}, ${columnWords(ages, words)}`}
          column={column}
          pooled={pooled[column]}
          plain={words.plain}
        />
      ))}
    </tr>
  );
});

interface CellProps {
  cohort: CohortOfWay;
  said: string;
  column: number;
  pooled: PooledView | undefined;
  plain: boolean;
}

function Cell({ cohort, said, column, pooled, plain }: CellProps) {
  const returned = cohort.returned[column] ?? 0;
  const complete = column < cohort.completeColumns;
  const begun = column < cohort.begunColumns;
  if (cohort.size === 0) return <td />;
  if (!begun) return <td className="open" aria-label="not complete" />;
  const value = returned / cohort.size;
  const counts = `${said}: ${count(returned)} of ${count(cohort.size)} people`;
  if (!complete) {
    return (
      <td className="number open" title={`${counts} so far. This age has not fully passed.`}>
        {/* None so far is not yet a share of 0. */}
        {returned > 0 && cellShare(value)}
      </td>
    );
  }
  const apart = cohort.apart.includes(column);
  const against =
    pooled?.share !== null && pooled?.share !== undefined ? `; pooled ${share(pooled.share)}` : '';
  return (
    <td
      className={apart ? 'number apart' : 'number'}
      data-age={column}
      title={`${counts}, ${share(value)}${against}${apart ? '; apart from the other cohorts' : ''}`}
      style={cellStyle(value, cohort.size, pooled?.share ?? null, plain)}
    >
      {cellShare(value)}
    </td>
  );
}
