import type { StandView, WatchedView } from '../../../api/watched';
import { sayEvents, sayPeople, type Names } from '../../../words/conditions';
import { figureTitle } from '../../../words/figures';
import { measureValue, sayMeasure } from '../../../words/measures';

/** When a monitor notifies. */
export function notifyWords({ question, isWorseAbove }: WatchedView): string {
  if (!question.measures) return 'when one gets worse';
  return isWorseAbove ? 'when it rises' : 'when it drops';
}

/** What a monitor watches: its metric or formula, restricted to which events and users. */
export function whatWords({ question }: WatchedView, names: Names): string {
  const { measures, formulas, watched, only, among } = question;
  const formula = formulas?.find((each) => each.name === watched);
  const measured = measures?.map((each) =>
    formula ? `${each.name}: ${sayMeasure(each, names)}` : sayMeasure(each, names),
  );
  const what = measured
    ? `${formula ? `${formula.text}, where ` : ''}${measured.join(', ')}`
    : 'all headline metrics';
  return `${what}${only ? `, only ${sayEvents(only, names)}` : ''}${among ? ` of users ${sayPeople(among, names)}` : ''}`;
}

/** How a monitor stood on the last full day: one sentence, and a line for each headline metric outside its expected range. */
export function standWords(stands: StandView[], currency: string): string[] {
  if (stands.length === 0) return ['learning'];
  const said = (stand: StandView) =>
    `${measureValue(stand.value, stand.unit, currency)}, expected ${measureValue(stand.low, stand.unit, currency)} to ${measureValue(stand.high, stand.unit, currency)}`;
  const [only] = stands;
  if (stands.length === 1 && only)
    return only.low === null
      ? [
          `${measureValue(only.value, only.unit, currency)}; no expected range: fewer than three weeks of values, or too many empty days`,
        ]
      : [said(only)];
  const known = stands.filter((stand) => stand.low !== null && stand.high !== null && stand.value !== null);
  const out = known.filter(
    (stand) => (stand.value ?? 0) < (stand.low ?? 0) || (stand.value ?? 0) > (stand.high ?? 0),
  );
  const within = known.length > 0 && out.length === 0 ? ', all within' : '';
  return [
    `${known.length} of ${stands.length} metrics have an expected range${within}`,
    ...out.map((stand) => `${stand.figure ? figureTitle(stand.figure) : ''}: ${said(stand)}`),
  ];
}
