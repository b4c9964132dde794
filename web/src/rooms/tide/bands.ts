import { useBands } from '../../api/changes';
import type { DayRange, Grain, RowView, TideTableView } from '../../api/queries';
import { amongOf, type Asked } from '../../model/question';
import { isEveryone } from '../../words/conditions';

/** Where each day of a figure was to be expected by its own past; null while that was being learnt. */
export interface Band {
  low: (number | null)[];
  high: (number | null)[];
}

/** A row with its band, where there is one; the latest day's bounds then stand in place of the comparables'. */
export type BandedRow = RowView & { band?: Band };

export type BandedView = Omit<TideTableView, 'rows'> & {
  rows: BandedRow[];
  /** Bands are on their way: until they are here nothing is said of where values lie. */
  awaited: boolean;
};

/** Bands are of days of everybody: other questions keep the comparable earlier periods. */
export function useBanded(asked: Asked, view: TideTableView, grain: Grain): BandedView {
  const first = view.history[0];
  const latest = view.history.at(-1);
  const range: DayRange | undefined =
    first && latest && grain === 'DAY' && isEveryone(amongOf(asked))
      ? { from: first.from, to: latest.to }
      : undefined;
  const bands = useBands(asked.app, range);
  const answer = bands.data?.answer;
  if (!range || bands.isError) return { ...view, awaited: false };
  if (answer?.from !== range.from) return { ...view, rows: view.rows.map(unjudged), awaited: true };
  return {
    ...view,
    awaited: false,
    rows: view.rows.map((row) => {
      const band = answer.figures.find((each) => each.figure === row.figure);
      const usualLow = band?.low.at(-1) ?? null;
      const usualHigh = band?.high.at(-1) ?? null;
      return band?.low.length === view.history.length && usualLow !== null && usualHigh !== null
        ? { ...row, usualLow, usualHigh, band: { low: band.low, high: band.high } }
        : row;
    }),
  };
}

const unjudged = (row: RowView): BandedRow => ({ ...row, usualLow: null, usualHigh: null });
