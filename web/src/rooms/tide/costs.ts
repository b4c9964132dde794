import type { ArrivalsView } from '../../api/channels';
import type { DayRange } from '../../api/queries';
import { lengthOf } from '../../model/question';

type Cost = ArrivalsView['channels'][number]['cost']['range'];

/** What a channel cost in a range. */
export interface ChannelCost {
  /** In the app's currency; undefined if nothing of it is known. */
  cost: number | undefined;
  /** For one new person; undefined unless the cost of every day is known and somebody came. */
  each: number | undefined;
  whole: boolean;
  days: number;
  of: number;
  unconverted: number;
}

/** A cost known of some days only must not be divided by the people of all of them. */
export function costOf(cost: Cost, people: number, range: DayRange): ChannelCost {
  const of = lengthOf(range);
  const whole = cost.days === of;
  const amount = cost.days > cost.unconverted ? cost.micros / 1e6 : undefined;
  return {
    cost: amount,
    each: amount !== undefined && whole && cost.unconverted === 0 && people > 0 ? amount / people : undefined,
    whole,
    days: cost.days,
    of,
    unconverted: cost.unconverted,
  };
}
