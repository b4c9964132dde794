import { skipToken, useQuery } from '@tanstack/react-query';
import { useEventNames, type RecordedEvent } from '../../api/catalogue';
import { askUsualOrder } from '../../api/funnel';
import { appKey, type DayRange } from '../../api/queries';
import type { Asked } from '../../model/question';
import { EVERYONE } from '../../words/conditions';
import type { Step } from './question';

const MOST_EVENTS = 5;

/** The events of activity that most users did, the most common first, without those hidden from pickers. */
export const commonEvents = (
  events: RecordedEvent[],
  isHidden: (name: string) => boolean,
  most = MOST_EVENTS,
): string[] =>
  events
    .filter((event) => event.activity && event.people > 0 && !isHidden(event.name))
    .sort((one, other) => other.people - one.people || one.name.localeCompare(other.name))
    .slice(0, most)
    .map((event) => event.name);

/**
 * The most common events of the range in their most common order. Undefined while it is not known, or if fewer than two events
 * count as activity.
 */
export function useOpeningPath(
  { app, range }: Asked,
  recorded: RecordedEvent[],
  isWanted: boolean,
): Step[] | undefined {
  const { hidden } = useEventNames(app);
  const events = commonEvents(recorded, hidden);
  const ask = isWanted && range && events.length > 1 ? { range, events } : undefined;
  const order = useQuery({
    queryKey: [...appKey(app), 'opening path', ask],
    queryFn: ask ? () => askUsualOrder(app, questionOf(ask)) : skipToken,
    retry: false,
  });
  return ask && order.data?.answer.order.flatMap((at) => stepsOf(ask.events)[at] ?? []);
}

const stepsOf = (events: string[]): Step[] => events.map((event) => ({ what: { event } }));

const questionOf = ({ range, events }: { range: DayRange; events: string[] }) => ({
  funnel: { range, steps: events.map((event) => ({ name: event, what: { event } })) },
  among: EVERYONE,
  unit: 'PEOPLE' as const,
});
