import type { RecordedEvent } from '../../../api/catalogue';
import { commonEvents } from '../useOpeningPath';
import type { Step } from '../question';

/** Steps of a ready-made path, the end included. */
const MOST_STEPS = 5;
/** Events that many users did are looked at as steps. */
const MOST_CANDIDATES = 8;

/** Events that may come before the end of a path, the most common first, and the end as the last. */
export const candidatesOf = (
  end: Step,
  recorded: RecordedEvent[],
  isLeftOut: (event: string) => boolean,
): Step[] => [
  ...commonEvents(recorded, isLeftOut, MOST_CANDIDATES).map((event): Step => ({ what: { event } })),
  end,
];

/** Of candidates in their most common order: the entry, the steps right before the end, and the end. */
export function pathOf(order: number[], candidates: Step[]): Step[] {
  const end = candidates.length - 1;
  const [entry, ...later] = order.slice(0, order.indexOf(end));
  const before = entry === undefined ? [] : [entry, ...later.slice(-(MOST_STEPS - 2))];
  return [...before, end].flatMap((at) => candidates[at] ?? []);
}
