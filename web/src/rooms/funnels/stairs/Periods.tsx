import Box from '@mui/material/Box';
import { lazy, Suspense } from 'react';
import type { FunnelView } from '../../../api/funnel';
import type { Grain, RailView } from '../../../api/queries';
import { notesOn } from '../../../charts/notes';
import { periodWords } from '../../../words/dates';
import { count, share } from '../../../words/numbers';
import { type Words } from '../question';
import { targetOf } from './target';
import { Table } from '../../../kit/Table';
import { Hint } from '../../../kit/Hint';

const SeriesChart = lazy(() => import('../../../charts/SeriesChart'));

interface PeriodsProps {
  view: FunnelView;
  words: Words;
  by: Grain;
  names: string[];
  rail: Pick<RailView, 'versions' | 'marks'>;
}

const HEIGHT = 240;

/** With more lines than this only the last has a band. */
const MOST_BANDS = 3;

const bandOf = (periods: FunnelView['periods'], step: number) => ({
  low: periods.map(({ low }) => low[step] ?? null),
  high: periods.map(({ high }) => high[step] ?? null),
});

/** Of those who entered in a period, the share that got to a step; null where nobody did. */
const shareOf = (reached: number[], step: number) => (reached[0] ? (reached[step] ?? 0) / reached[0] : null);

const expectedWords = (low: number | undefined, high: number | undefined) =>
  low === undefined || high === undefined ? 'too few' : `${share(low)} to ${share(high)}`;

/** How many of each period’s entries got to each step: lines with releases and marks, and the same as a table. */
export function Periods({ view, words, by, names, rail }: PeriodsProps) {
  const { periods } = view;
  const later = names.slice(1);
  return (
    <>
      <Suspense fallback={<div style={{ height: HEIGHT }} />}>
        <SeriesChart
          title=""
          labels={periods.map(({ days }) => periodWords(days.from, by))}
          whole={periods.map(({ isWhole, open }) => isWhole && open === 0)}
          lines={later.map((name, at) => ({
            key: String(at),
            name,
            values: periods.map(({ reached }) => shareOf(reached, at + 1)),
            compared: undefined,
            ...(later.length <= MOST_BANDS || at === later.length - 1
              ? { band: bandOf(periods, at + 1) }
              : {}),
            target: targetOf(words.steps[at + 1] ?? { what: { active: true } }),
          }))}
          unit="SHARE"
          currency=""
          shape="lines"
          notes={notesOn(
            periods.map(({ days }) => days),
            rail.versions,
            rail.marks,
          )}
          height={HEIGHT}
        />
      </Suspense>
      <Table className="figures answer-table stair-groups">
        <caption className="spoken">Share of starters of each period who reached each step</caption>
        <thead>
          <tr>
            <th scope="col">entered in</th>
            <th scope="col" className="number">
              entered
            </th>
            {later.map((name, at) => (
              <th key={at} scope="col" className="number">
                {name}
              </th>
            ))}
            <th scope="col" className="number">
              still open
            </th>
          </tr>
        </thead>
        <tbody>
          {periods.map(({ days, reached, open, low, high }) => (
            <tr key={days.from}>
              <th scope="row">{periodWords(days.from, by)}</th>
              <td className="number">{count(reached[0] ?? 0)}</td>
              {later.map((_, at) => {
                const value = shareOf(reached, at + 1);
                const isOut = value !== null && (value < (low[at + 1] ?? 0) || value > (high[at + 1] ?? 1));
                return (
                  <td key={at} className={isOut ? 'number apart' : 'number'}>
                    <Hint
                      text={`${count(reached[at + 1] ?? 0)} reached the step; expected from the other periods ${expectedWords(low[at + 1], high[at + 1])}`}
                    >
                      {value === null ? '\u2013' : share(value)}
                    </Hint>
                  </td>
                );
              })}
              <td className="number second">{open > 0 ? count(open) : ''}</td>
            </tr>
          ))}
        </tbody>
      </Table>
      <Box className="second" component="p" sx={{ px: 4, maxWidth: 620 }}>
        Bands: the 95% range if the period were like all others. Underlined: outside that range. About one in
        twenty is outside by chance.
      </Box>
    </>
  );
}
