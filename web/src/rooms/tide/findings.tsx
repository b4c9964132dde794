import type { Grain, RowView } from '../../api/queries';
import type { BandedRow, BandedView } from './bands';
import type { Asked } from '../../model/question';
import type { Finding } from '../../parts/answer/Answer';
import { dayOf, grainWord, periodWords, weekdayName } from '../../words/dates';
import { figureTitle } from '../../words/figures';
import { change, count, figureValue, NO_VALUE, plural } from '../../words/numbers';

export type Standing = 'above' | 'below' | 'within';

/** Where the latest value lies against its band, or else its comparable earlier ones; undefined before either is known. */
export function standing(row: RowView): Standing | undefined {
  const latest = row.series.at(-1);
  if (latest === null || latest === undefined || row.usualLow === null || row.usualHigh === null)
    return undefined;
  return latest < row.usualLow ? 'below' : latest > row.usualHigh ? 'above' : 'within';
}

/** "the last 8 Sundays", "the 8 weeks before". */
export function comparables(view: BandedView, grain: Grain, periods: number): string {
  const latest = view.history.at(-1);
  return grain === 'DAY' && latest
    ? `the last ${periods} ${weekdayName(dayOf(latest.from))}s`
    : `the ${periods} ${grainWord[grain]}s before`;
}

/** What the table says in words, most telling first, and what the reader must know. */
export function findings(view: BandedView, grain: Grain, asked: Asked): Finding[] {
  const found: Finding[] = view.leftOut.map((text) => ({ key: text, text, caution: true }));
  const latest = view.history.at(-1);
  if (!latest) {
    found.push({
      key: 'none',
      caution: true,
      text: `No ${grainWord[grain]} of this range is complete yet.`,
    });
  }
  const outside = view.rows.filter((row) => ['above', 'below'].includes(standing(row) ?? ''));
  for (const row of outside) found.push(outsideFinding(row, view, grain));
  // While expected ranges are on their way, nothing is said of what lies outside.
  if (latest && outside.length === 0 && !view.awaited) {
    found.push({
      key: 'calm',
      text: `On ${periodWords(latest.from, grain)} all metrics were within their ${view.rows.some((row) => row.band) ? 'expected range' : 'range of earlier values'}.`,
    });
  }
  return [...found, ...cautions(view, asked)];
}

function outsideFinding(row: BandedRow, view: BandedView, grain: Grain): Finding {
  const value = (number: number | null | undefined) => figureValue(number, row.unit, view.currency);
  const changed = change(row.series.at(-1), row.before, row.unit);
  return {
    key: row.figure,
    text: (
      <>
        <b>{figureTitle(row.figure)}</b>: {value(row.series.at(-1))}, {standing(row)}{' '}
        {row.band ? 'the expected range' : comparables(view, grain, row.usualPeriods)} ({value(row.usualLow)}{' '}
        to {value(row.usualHigh)})
        {changed === NO_VALUE ? '' : `; ${changed} compared with the previous value`}.
      </>
    ),
  };
}

function cautions(view: BandedView, asked: Asked): Finding[] {
  const found: Finding[] = [];
  if (!view.rangeComplete) {
    found.push({
      key: 'range',
      caution: true,
      text: 'The range includes incomplete days; its totals are preliminary and are not compared.',
    });
  }
  if (!view.comparedComplete) {
    found.push({
      key: 'compared',
      caution: true,
      text: 'The comparison range begins before the data, so no change is shown.',
    });
  }
  if (view.unconverted > 0) {
    found.push({
      key: 'rates',
      caution: true,
      text: `${plural(view.unconverted, 'payment')} of the range without an exchange rate on the day: not included in revenue.`,
    });
  }
  const people = view.rows.find((row) => row.figure === 'ACTIVE_PEOPLE')?.range;
  if (people && asked.range) {
    found.push({
      key: 'once',
      text: `${count(people)} users were active in the whole range, each counted once; daily values do not add up to this.`,
    });
  }
  return found;
}
