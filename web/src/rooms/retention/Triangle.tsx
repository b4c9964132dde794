import { memo, useMemo } from 'react';
import type { CohortView, Grain, PooledView, RetentionView, VersionView } from '../../api/queries';
import { useWidth } from '../../frame/rail/useWidth';
import { dayOf, grainWord, periodWords, rangeWords } from '../../words/dates';
import { count, plural, share } from '../../words/numbers';
import { PooledCurve } from './PooledCurve';
import { cellStyle } from './shade';

const NAME_WIDTH = 128;
const SIZE_WIDTH = 62;
const LEAST_CELL = 30;
const MOST_CELL = 62;

interface TriangleProps {
  view: RetentionView;
  grain: Grain;
  plain: boolean;
  versions: VersionView[];
}

/** The pooled curve over the triangle, on the same columns. */
export function Triangle({ view, grain, plain, versions }: TriangleProps) {
  const { ref, width } = useWidth<HTMLDivElement>();
  const room = (width - NAME_WIDTH - SIZE_WIDTH - 16) / view.pooled.length;
  const cell = Math.floor(Math.max(LEAST_CELL, Math.min(MOST_CELL, room)));
  const tableWidth = NAME_WIDTH + SIZE_WIDTH + cell * view.pooled.length;
  const releases = useMemo(
    () => view.cohorts.map((cohort) => releasesIn(cohort, versions)),
    [view.cohorts, versions],
  );
  return (
    <div ref={ref} className="triangle-place">
      {width > 0 && (
        <div style={{ width: tableWidth }}>
          <PooledCurve pooled={view.pooled} left={NAME_WIDTH + SIZE_WIDTH} cell={cell} grain={grain} />
          <table className="triangle" style={{ tableLayout: 'fixed', width: tableWidth }}>
            <caption className="spoken">
              Share of each cohort that came back, by age. Hatched cells are not complete.
            </caption>
            <colgroup>
              <col style={{ width: NAME_WIDTH }} />
              <col style={{ width: SIZE_WIDTH }} />
              {view.pooled.map((_, age) => (
                <col key={age} style={{ width: cell }} />
              ))}
            </colgroup>
            <Head view={view} grain={grain} />
            <tbody>
              {view.cohorts.map((cohort, index) => (
                <CohortRow
                  key={cohort.period.from}
                  cohort={cohort}
                  pooled={view.pooled}
                  grain={grain}
                  plain={plain}
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

function Head({ view, grain }: { view: RetentionView; grain: Grain }) {
  const people = view.cohorts.reduce((sum, cohort) => sum + cohort.size, 0);
  return (
    <thead>
      <tr>
        <th scope="col">arrived</th>
        <th scope="col" className="number">
          people
        </th>
        {view.pooled.map((_, age) => (
          <th key={age} scope="col" className="number">
            {age === 0 ? grainWord[grain] + ' 0' : age}
          </th>
        ))}
      </tr>
      <tr className="pooled">
        <th scope="row">pooled, %</th>
        <td className="number">{count(people)}</td>
        {view.pooled.map((pooled, age) => (
          <td
            key={age}
            className="number"
            data-pooled={age}
            title={
              pooled.share === null
                ? 'No cohort is complete at this age.'
                : `${count(pooled.returned)} of ${count(pooled.size)} people in ${plural(pooled.cohorts, 'complete cohort')}`
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
  cohort: CohortView;
  pooled: PooledView[];
  grain: Grain;
  plain: boolean;
  releases: string;
}

const CohortRow = memo(function CohortRow({ cohort, pooled, grain, plain, releases }: CohortRowProps) {
  const name = periodWords(cohort.period.from, grain);
  return (
    <tr className={releases ? 'release-row' : undefined} data-cohort={cohort.period.from}>
      <th scope="row" title={rangeWords(cohort.arrivals)}>
        {name}
        {!cohort.wholePeriod && <span title="Only part of this period is in the range"> ◐</span>}
        {releases && <span className="release-name">{releases}</span>}
      </th>
      <td className="number">{count(cohort.size)}</td>
      {cohort.returned.map((returned, age) => (
        <Cell
          key={age}
          cohort={cohort}
          name={name}
          returned={returned}
          age={age}
          pooled={pooled[age]}
          grain={grain}
          plain={plain}
        />
      ))}
    </tr>
  );
});

interface CellProps {
  cohort: CohortView;
  name: string;
  returned: number;
  age: number;
  pooled: PooledView | undefined;
  grain: Grain;
  plain: boolean;
}

function Cell({ cohort, name, returned, age, pooled, grain, plain }: CellProps) {
  const complete = age < cohort.completeAges;
  const begun = age < cohort.begunAges;
  if (cohort.size === 0) return <td />;
  if (!begun) return <td className="open" aria-label="not complete" />;
  const value = returned / cohort.size;
  const counts = `${name}, ${grainWord[grain]} ${age}: ${count(returned)} of ${count(cohort.size)} people`;
  if (!complete) {
    return (
      <td className="number open" title={`${counts} so far. This age has not fully passed.`}>
        {cellShare(value)}
      </td>
    );
  }
  const against =
    pooled?.share !== null && pooled?.share !== undefined ? `; pooled ${share(pooled.share)}` : '';
  return (
    <td
      className="number"
      data-age={age}
      title={`${counts}, ${share(value)}${against}`}
      style={cellStyle(value, cohort.size, pooled?.share ?? null, plain)}
    >
      {cellShare(value)}
    </td>
  );
}
