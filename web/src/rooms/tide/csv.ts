import { figureTitle } from '../../words/figures';
import type { BandedView } from './bands';

/** The table and the history of each metric, one row per metric. */
export function csvRows(view: BandedView): (string | number | null)[][] {
  const head = [
    'metric',
    'unit',
    'latest',
    'previous period',
    'expected from',
    'expected to',
    'range',
    'comparison range',
    ...view.history.map((period) => period.from),
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
