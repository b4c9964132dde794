import type { MeasureView } from '../../api/measures';
import type { Grain } from '../../api/queries';
import { linesOf, wholeOf, type Measure } from './series';

/** The table as it stands, oldest period first; periods that are not over are said so. */
export function csvRows(view: MeasureView, measure: Measure, grain: Grain): (string | number | null)[][] {
  const lines =
    view.groups.length > 0 ? [wholeOf(view, measure), ...linesOf(view, measure)] : linesOf(view, measure);
  return [
    [grain.toLowerCase(), 'complete', ...lines.map((line) => line.name)],
    ...view.periods.map((period, index) => [
      period.days.from,
      period.complete ? 'yes' : 'no',
      ...lines.map((line) => line.values[index] ?? null),
    ]),
    ['whole range', null, ...lines.map((line) => line.range)],
  ];
}
