import type { CaseRow, RecoveryView } from '../api/cases';
import type {
  ChangeView,
  ChosenFall,
  DropView,
  PropertyValue,
  IncidentView,
  SuspectView,
} from '../api/changes';
import type { Figure } from '../api/queries';
import { dayOf, dayWords, isoOf } from './dates';
import { figureTitle } from './figures';
import { count, figureValue, money, plural, share, withSign } from './numbers';

export const KIND: Record<IncidentView['kind'], string> = {
  PRODUCT_FAULT: 'Product fault',
  PAYMENT: 'Payment',
  PRICE: 'Price',
  MIX: 'Mix of new users',
  LOST_TRACKING: 'Lost tracking',
  OUTAGE: 'Outage',
  CALENDAR: 'Calendar',
  UNEXPLAINED: 'Unexplained',
};

export const FATE: Record<SuspectView['fate'], string> = {
  RULED_OUT: 'ruled out',
  FELL_TOO: 'dropped too',
  NOT_TOLD_APART: 'inconclusive',
};

export const STATUS: Record<CaseRow['status'], string> = {
  OPEN: 'open',
  EXPLAINED: 'explained',
  ACTED_ON: 'action taken',
  CLOSED: 'closed',
};

/** What is counted for a metric where it is watched by group. */
export const THINGS: Partial<Record<Figure, string>> = {
  NEW_PEOPLE: 'new users',
  FIRST_PATH: 'first-time paths completed',
  ACTIVE_PEOPLE: 'days of active users',
  SESSIONS: 'sessions',
  CRASH_FREE_SESSIONS: 'crash-free sessions',
  PURCHASES: 'purchases',
  AD_REVENUE: 'paid ads',
  NEXT_DAY: 'users back on the next day',
};

export const sliceWords = (slice: PropertyValue[]): string =>
  slice.length === 0 ? 'all users' : slice.map((each) => `${each.property} ${each.value}`).join(', ');

/** "−58.1%". */
export const partWords = (part: number): string => withSign(part, share(Math.abs(part)));

/** "−58.1% (−64.3 to −50.9)", or why there is no such number. */
export function changeWords(change: ChangeView): string {
  if (change.part === null || change.low === null || change.high === null) return 'too few users to tell';
  const bound = (value: number) => partWords(value).replace('%', '');
  return `${partWords(change.part)} (${bound(change.low)} to ${bound(change.high)})`;
}

/** The last day of a range in words. */
export const lastDay = (to: string): string => dayWords(dayOf(to) - 1);

export const daysWords = (days: { from: string; to: string }): string => {
  const length = dayOf(days.to) - dayOf(days.from);
  return length === 1
    ? dayWords(dayOf(days.from))
    : `${dayWords(dayOf(days.from))} to ${dayWords(dayOf(days.to) - 1)}, ${plural(length, 'day')}`;
};

/** What was chosen, by its name: a measure, or a figure of some people. */
export const chosenName = ({ name, figure }: Pick<ChosenFall, 'name' | 'figure'>): string =>
  figure ? `${figureTitle(figure)} of \u201c${name}\u201d` : `\u201c${name}\u201d`;

export const chosenTitle = (fall: ChosenFall): string =>
  `${chosenName(fall)} ${fall.isWorseAbove ? 'rose' : 'dropped'}`;

/** What fell furthest: of the figures, else of what was chosen to be watched; of an outage of which no figure tells, nothing. */
export const leadOf = ({ drops, outage, chosen }: IncidentView): DropView | ChosenFall | undefined =>
  drops[0] ?? (outage ? undefined : chosen[0]);

/** What fell, as the row of a list says it. */
export function titleOf(incident: IncidentView): string {
  const lead = incident.drops[0];
  const chosen = incident.chosen[0];
  if (!lead) return chosen && !incident.outage ? chosenTitle(chosen) : 'Events stopped arriving';
  const moved = lead.isWorseAbove ? 'rose' : 'dropped';
  const of = lead.slice.length ? ` of ${sliceWords(lead.slice)}` : '';
  return `${figureTitle(lead.figure)}${of} ${moved}`;
}

/** How much, in the shortest words. */
export function sizeOf(incident: IncidentView): string {
  const lead = leadOf(incident);
  if (!lead) {
    const { outage } = incident;
    return outage ? `${count(Math.round(outage.expected - outage.actual))} events missing` : '';
  }
  return lead.change.part === null ? '' : partWords(lead.change.part);
}

/** What fell and by how much. */
export function fellSentence(drop: DropView, currency: string): string {
  const { change } = drop;
  if (drop.slice.length === 0) {
    const value = (number: number | null) => figureValue(number, drop.unit, currency);
    const against = drop.isWorseAbove ? 'above' : 'below';
    return drop.isCounted
      ? `${figureTitle(drop.figure)} went ${against} the expected range: ${count(Math.round(change.actual))} ${THINGS[drop.figure] ?? ''} instead of about ${count(Math.round(change.expected ?? 0))}, ${changeWords(change)}.`
      : `${figureTitle(drop.figure)} went ${against} the expected range: ${value(change.actual)} a day instead of about ${value(change.expected)}, ${changeWords(change)}.`;
  }
  const things = THINGS[drop.figure];
  const counts = things
    ? `: ${count(Math.round(change.actual))} ${things} instead of about ${count(Math.round(change.expected ?? 0))} expected`
    : '';
  return `${figureTitle(drop.figure)} of ${sliceWords(drop.slice)} dropped compared with other users${counts}, ${changeWords(change)}.`;
}

/** What it cost, and of a price that changed, what it brought. */
export function moneySentence(incident: IncidentView, currency: string): string | undefined {
  const { moneyLost: lost, kind, settled } = incident;
  if (lost === null) return undefined;
  if (settled?.verdict === 'RECORD_LOST') {
    const paid =
      settled.money === null ? '' : `; the ad network pays ${money(settled.money, currency)} for those days`;
    return `About ${money(lost, currency)} are missing in the tracking only${paid}.`;
  }
  const how =
    kind === 'PRICE'
      ? 'counting each at its price then'
      : 'each at its average value in the four weeks before';
  return lost >= 0
    ? `About ${money(lost, currency)} are missing, ${how}.`
    : `About ${money(-lost, currency)} more came in, ${how}.`;
}

/** What a purchase was worth, before and since. */
export const worthSentence = ({ worth }: IncidentView, currency: string): string | undefined =>
  worth
    ? `Average value of a purchase: ${money(worth.before, currency)} before, ${money(worth.after, currency)} after.`
    : undefined;

/** What the advert network paid for beside what the log holds. */
export function settledSentence(settled: IncidentView['settled'] | undefined): string | undefined {
  // What was frozen before settlements were known has none.
  if (!settled) return undefined;
  const a = (value: number) => (value < 100 ? value.toFixed(1) : count(value));
  const where = settled.platform === '' ? '' : ` on ${settled.platform}`;
  const both = `The ad network paid for ${a(settled.settled)} ads a day${where}, ${a(settled.settledBefore)} before. Tracked events: ${a(settled.counted)} a day, ${a(settled.countedBefore)} before.`;
  switch (settled.verdict) {
    case 'RECORD_LOST':
      return `${both} Compared with the paid ads, tracked ads changed by ${changeWords(settled.against)}: only the tracking was lost.`;
    case 'FELL_TOO':
      return `${both} The paid ads dropped too: the ads themselves were not shown.`;
    case 'NOT_TOLD_APART':
      return `${both} The numbers are too small to tell whether ads or only their tracking were lost.`;
  }
}

/** Of a burst: how many more came, and what most of the others have. */
export const arrivedSentence = ({ arrived }: IncidentView): string | undefined =>
  arrived
    ? `New users went from ${count(Math.round(arrived.before))} to ${count(Math.round(arrived.after))} a day; ${arrived.part >= 1 ? 'all' : share(arrived.part)} of the rise had ${sliceWords([arrived.having])}. More new users also means more users who leave soon.`
    : undefined;

/** Which release came before it, and what those on it did beside those who were not. */
export function releaseSentence(incident: IncidentView): string | undefined {
  const { blamed } = incident;
  if (!blamed) return undefined;
  const began = `Release ${blamed.version} on ${blamed.platform} began ${
    blamed.daysBefore > 0 ? `${plural(blamed.daysBefore, 'day')} before` : 'on that day'
  }, on ${dayWords(dayOf(blamed.starts))}.`;
  const link: Record<string, string> = {
    TIME: 'It is linked by time.',
    DOSE: 'Of the releases of those weeks, its adoption matches the missing amount best.',
    RUNS_WORSE: 'The app ran worse for these users on this release.',
  };
  // What was frozen before links were told has none.
  const why = link[blamed.link] ?? '';
  return blamed.contrast.part === null
    ? `${began} ${why}`
    : `${began} ${why} On the same days, users on this release had ${changeWords(blamed.contrast)} compared with users not on it.`;
}

export function whereSentence(drop: DropView): string {
  if (drop.slice.length === 0) return 'No group stands out: all groups dropped alike.';
  return `Of ${count(drop.tried)} groups compared (one to three properties each), ${sliceWords(drop.slice)} dropped most.`;
}

/** What everybody else did over the same days. */
export function withoutSentence(drop: DropView): string | undefined {
  const { without } = drop;
  if (drop.slice.length === 0 || without.part === null || without.high === null) return undefined;
  return without.high < 0
    ? `Without this group there is still a drop of ${changeWords(without)} compared with the past.`
    : `Without this group there is no drop: all other users changed by ${changeWords(without)} compared with the past.`;
}

const PERFORMANCE: Record<string, string> = {
  fps: 'Frames per second',
  load_ms: 'Loading time (ms)',
  memory_mb: 'Memory (MB)',
};

export const performanceName = (property: string): string => PERFORMANCE[property] ?? property;

/** The verdict with what it rests on. */
export function verdict(incident: IncidentView): string {
  const who = sliceWords(incident.slice);
  switch (incident.kind) {
    case 'PRODUCT_FAULT':
      return `Product fault for ${who}: the app ran worse for these users than before, and not for others.`;
    case 'PAYMENT':
      return `Payment: purchases of ${who} dropped, while as many users as before reach the payment.`;
    case 'PRICE':
      return `Price: fewer purchases of ${who}, at a different average value than before.`;
    case 'MIX':
      return incident.arrived
        ? `Mix of new users: many more joined, most with ${sliceWords([incident.arrived.having])}. No change in anyone’s behaviour is needed to explain the drop.`
        : 'Mix of new users: the new users are different ones; within each group about as many came back as before.';
    case 'LOST_TRACKING':
      return `Lost tracking: an event of ${who} hardly arrives any more, while ${
        incident.settled?.verdict === 'RECORD_LOST'
          ? 'the ad network pays for as many as before. Only the tracking was lost.'
          : 'most related events go on as before. Payments reported by the ad network or store would show whether only the tracking was lost.'
      }`;
    case 'OUTAGE':
      return 'Outage: for some hours hardly any events arrived from any user.';
    case 'CALENDAR':
      return 'Calendar: more than usual just before, then fewer, for all users, and it ended without action.';
    case 'UNEXPLAINED':
      if (incident.drops.length === 0)
        return 'Unexplained: no headline metric dropped at the same time. Monitors are not searched further; open the metric to split it.';
      return 'Unexplained: nothing that was checked explains it. Chance, or a cause that leaves no trace in events, is not ruled out.';
  }
}

/** How it is now, in a word: what ended and still lies on the bad side is not back. */
export function nowWord({ isOver, since }: IncidentView): 'over' | 'ongoing' | 'not recovered' {
  if (isOver) return 'over';
  return since.part === null ? 'ongoing' : 'not recovered';
}

/** Whether it is back by itself, and what remains. */
export function afterSentence(incident: IncidentView, fullDaysEnd: string): string {
  const { days, isOver, since, sinceFrom } = incident;
  const day = dayWords(dayOf(days.to));
  const beyond = leadOf(incident)?.isWorseAbove ? 'above' : 'below';
  if (isOver) {
    // What was kept before it could come back later has no day of its own.
    const from = sinceFrom ?? days.to;
    const back = from > days.to ? 'It recovered gradually and has been' : 'Recovered:';
    const told = since.part !== null || incident.kind === 'OUTAGE';
    const by = since.part === null ? '' : `: ${changeWords(since)}`;
    return told
      ? `${back} as expected since ${dayWords(dayOf(from))}${by}.`
      : `No longer significantly ${beyond} the expected value since ${day}.`;
  }
  if (days.to < fullDaysEnd && since.part === null)
    return `Too early to say: fewer than three full days have passed since ${day}.`;
  if (days.to < fullDaysEnd)
    return `Not recovered: since ${day} it is still ${beyond} the expected value, by ${changeWords(since)}.`;
  return `Still ${beyond} the expected value on the last full day, ${dayWords(dayOf(isoOf(dayOf(fullDaysEnd) - 1)))}.`;
}

/** How it goes since something was done. */
export function recoverySentence({ state, days, change }: RecoveryView, worseAbove: boolean): string {
  const day = dayWords(dayOf(days.from));
  const beyond = worseAbove ? 'above' : 'below';
  switch (state) {
    case 'BACK':
      return `Recovered: since ${day} it is as expected (${changeWords(change)}), significantly better than during the drop.`;
    case 'PARTLY':
      return `Partly recovered: since ${day} it is still ${beyond} the expected value, by ${changeWords(change)}, but less than during the drop.`;
    case 'STILL':
      return `Not recovered: since ${day} it is ${beyond} the expected value by ${changeWords(change)}, no significant change from the drop.`;
    case 'NOT_TOLD_APART':
      return `Since ${day}: ${changeWords(change)} compared with the expected value. Too few users to tell whether it has recovered.`;
    case 'TOO_EARLY':
      return `Too early: fewer than three full days have passed since ${day}.`;
    case 'BEFORE_THE_FALL':
      return `${day} is before the drop began, so an action then cannot have fixed it.`;
  }
}

/** The effect on revenue as a table cell says it, with its sign. Revenue that only the tracking lacks is no loss and is said as such. */
export function lostWords({ moneyLost: lost, settled }: IncidentView, currency: string): string {
  if (lost === null) return '';
  if (settled?.verdict === 'RECORD_LOST') return `${money(lost, currency)} untracked`;
  return withSign(-lost, money(Math.abs(lost), currency));
}
