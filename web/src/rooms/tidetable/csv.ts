import type { Grain } from '../../api/queries';
import { periodWords } from '../../words/dates';
import { figureTitle } from '../../words/figures';
import type { BandedView } from './bands';

/** The table as it stands, and each figure's history, one row a figure. */
export function csvRows(view: BandedView, grain: Grain): (string | number | null)[][] {
  const head = [
    'figure',
    'unit',
    'latest',
    'comparable before',
    'expected from',
    'expected to',
    'range',
    'compared range',
    ...view.history.map((period) => periodWords(period.from, grain)),
  ];
  const rows = view.rows.map((row) => [
    figureTitle(row.figure),
    row.unit === 'MONEY' ? view.currency : row.unit.toLowerCase(),
    row.series.at(-1) ?? null,
    row.before,
    row.usualLow,
    row.usualHigh,
    view.rangeComplete ? row.range : null,
    view.comparedComplete ? row.compared : null,
    ...row.series,
  ]);
  return [head, ...rows];
}
