import type { CaseRow, RecoveryView } from '../api/cases';
import type { ChangeView, ChosenFall, DropView, Having, IncidentView, SuspectView } from '../api/changes';
import type { Figure } from '../api/queries';
import { dayOf, dayWords, isoOf } from './dates';
import { figureTitle } from './figures';
import { count, figureValue, money, plural, share, withSign } from './numbers';

export const KIND: Record<IncidentView['kind'], string> = {
  PRODUCT_FAULT: 'Product fault',
  PAYMENT: 'Payment',
  PRICE: 'Price',
  MIX: 'Mix of arrivals',
  LOST_TRACKING: 'Lost tracking',
  OUTAGE: 'Outage',
  CALENDAR: 'Calendar',
  UNEXPLAINED: 'Unexplained',
};

export const FATE: Record<SuspectView['fate'], string> = {
  RULED_OUT: 'ruled out',
  FELL_TOO: 'fell too',
  NOT_TOLD_APART: 'not told apart',
};

export const STATUS: Record<CaseRow['status'], string> = {
  OPEN: 'open',
  EXPLAINED: 'explained',
  ACTED_ON: 'acted on',
  CLOSED: 'closed',
};

/** What is counted of a figure where it is watched by slice. */
export const THINGS: Partial<Record<Figure, string>> = {
  NEW_PEOPLE: 'new people',
  FIRST_PATH: 'first-time paths finished',
  ACTIVE_PEOPLE: 'days of active people',
  SESSIONS: 'sessions',
  CRASH_FREE_SESSIONS: 'sessions without a crash',
  PURCHASES: 'purchases',
  AD_REVENUE: 'paid adverts',
  NEXT_DAY: 'people back on the next day',
};

export const sliceWords = (slice: Having[]): string =>
  slice.length === 0 ? 'everybody' : slice.map((each) => `${each.property} ${each.value}`).join(', ');

/** "−58.1 %". */
export const partWords = (part: number): string =>
  withSign(part, share(Math.abs(part)).replace(' ', '\u00a0'));

/** "−58.1 % (−64.3 to −50.9)"; what is not known in words. */
export function changeWords(change: ChangeView): string {
  if (change.part === null || change.low === null || change.high === null) return 'too few to tell';
  const bound = (value: number) => partWords(value).replace('\u00a0%', '');
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
  `${chosenName(fall)} ${fall.isWorseAbove ? 'rose' : 'fell'}`;

/** What fell furthest: of the figures, else of what was chosen to be watched; of an outage of which no figure tells, nothing. */
export const leadOf = ({ drops, outage, chosen }: IncidentView): DropView | ChosenFall | undefined =>
  drops[0] ?? (outage ? undefined : chosen[0]);

/** What fell, as the row of a list says it. */
export function titleOf(incident: IncidentView): string {
  const lead = incident.drops[0];
  const chosen = incident.chosen[0];
  if (!lead) return chosen && !incident.outage ? chosenTitle(chosen) : 'Events stopped arriving';
  const moved = lead.isWorseAbove ? 'rose' : 'fell';
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
      ? `${figureTitle(drop.figure)} lay ${against} its own past: ${count(Math.round(change.actual))} ${THINGS[drop.figure] ?? ''} instead of ${count(Math.round(change.expected ?? 0))}, ${changeWords(change)}.`
      : `${figureTitle(drop.figure)} lay ${against} what its past lets expect: ${value(change.actual)} a day instead of ${value(change.expected)}, ${changeWords(change)}.`;
  }
  const things = THINGS[drop.figure];
  const counts = things
    ? `: ${count(Math.round(change.actual))} ${things} instead of ${count(Math.round(change.expected ?? 0))}`
    : '';
  return `${figureTitle(drop.figure)} of ${sliceWords(drop.slice)} fell below what everybody else lets expect${counts}, ${changeWords(change)}.`;
}

/** What it cost, and of a price that changed, what it brought. */
export function moneySentence(incident: IncidentView, currency: string): string | undefined {
  const { moneyLost: lost, kind, settled } = incident;
  if (lost === null) return undefined;
  if (settled?.verdict === 'RECORD_LOST') {
    const paid =
      settled.money === null
        ? ''
        : `; the advert network pays ${money(settled.money, currency)} for those days`;
    return `About ${money(lost, currency)} are missing from the record alone${paid}.`;
  }
  const how =
    kind === 'PRICE'
      ? 'counting what each was worth then'
      : 'each at what it was worth in the four weeks before';
  return lost >= 0
    ? `About ${money(lost, currency)} are missing, ${how}.`
    : `About ${money(-lost, currency)} more came in, ${how}.`;
}

/** What a purchase was worth, before and since. */
export const worthSentence = ({ worth }: IncidentView, currency: string): string | undefined =>
  worth
    ? `A purchase of theirs was worth ${money(worth.before, currency)} in the mean before, and ${money(worth.after, currency)} after.`
    : undefined;

/** What the advert network paid for beside what the log holds. */
export function settledSentence(settled: IncidentView['settled'] | undefined): string | undefined {
  // What was frozen before settlements were known has none.
  if (!settled) return undefined;
  const a = (value: number) => (value < 100 ? value.toFixed(1) : count(value));
  const where = settled.platform === '' ? '' : ` on ${settled.platform}`;
  const both = `By its own count the advert network paid for ${a(settled.settled)} adverts a day${where}, ${a(settled.settledBefore)} before; the log holds ${a(settled.counted)} a day, ${a(settled.countedBefore)} before.`;
  switch (settled.verdict) {
    case 'RECORD_LOST':
      return `${both} Against what is settled the record moved by ${changeWords(settled.against)}: it was lost, the adverts were not.`;
    case 'FELL_TOO':
      return `${both} What is settled fell as well: the adverts themselves were not shown.`;
    case 'NOT_TOLD_APART':
      return `${both} Whether adverts went or their record is not told apart.`;
  }
}

/** Of a burst: how many more came, and what most of the others have. */
export const arrivedSentence = ({ arrived }: IncidentView): string | undefined =>
  arrived
    ? `New people went from ${count(Math.round(arrived.before))} to ${count(Math.round(arrived.after))} a day; of the rise, ${arrived.part >= 1 ? 'all' : share(arrived.part)} came with ${sliceWords([arrived.having])}. More who come are more who leave soon.`
    : undefined;

/** Which release came before it, and what those on it did beside those who were not. */
export function releaseSentence(incident: IncidentView): string | undefined {
  const { blamed } = incident;
  if (!blamed) return undefined;
  const began = `Release ${blamed.version} on ${blamed.platform} began ${
    blamed.daysBefore > 0 ? `${plural(blamed.daysBefore, 'day')} before` : 'on that day'
  }, on ${dayWords(dayOf(blamed.starts))}.`;
  const link: Record<string, string> = {
    TIME: 'Its time links the two.',
    DOSE: 'Of the releases of those weeks, what is missing follows best how many were on it.',
    RUNS_WORSE: 'It is the one on which the app came to run worse for them.',
  };
  // What was frozen before links were told has none.
  const why = link[blamed.link] ?? '';
  return blamed.contrast.part === null
    ? `${began} ${why}`
    : `${began} ${why} On the same days, whoever of them was on it had ${changeWords(blamed.contrast)} against whoever was not.`;
}

export function whereSentence(drop: DropView): string {
  if (drop.slice.length === 0) return 'No slice stands out: it fell for everybody.';
  return `Of ${count(drop.tried)} values, pairs and triples that were compared, ${sliceWords(drop.slice)} lies furthest below.`;
}

/** What everybody else did over the same days. */
export function withoutSentence(drop: DropView): string | undefined {
  const { without } = drop;
  if (drop.slice.length === 0 || without.part === null || without.high === null) return undefined;
  return without.high < 0
    ? `Without it there is still a fall, of ${changeWords(without)} against their own past.`
    : `Without it nothing fell: everybody else moved by ${changeWords(without)} against their own past.`;
}

const PERFORMANCE: Record<string, string> = {
  fps: 'Frames a second',
  load_ms: 'Milliseconds of loading',
  memory_mb: 'Memory in MB',
};

export const performanceName = (property: string): string => PERFORMANCE[property] ?? property;

/** The verdict with what it rests on. */
export function verdict(incident: IncidentView): string {
  const who = sliceWords(incident.slice);
  switch (incident.kind) {
    case 'PRODUCT_FAULT':
      return `A product fault for ${who}: the app ran worse for them than before, and not for others.`;
    case 'PAYMENT':
      return `Payment: purchases of ${who} fell, while people go as far as before.`;
    case 'PRICE':
      return `Price: fewer purchases of ${who}, each worth otherwise than before.`;
    case 'MIX':
      return incident.arrived
        ? `The mix of arrivals: many more came, most with ${sliceWords([incident.arrived.having])}; nobody needs to behave otherwise for this.`
        : 'The mix of arrivals: other people came; those of each kind came back about as ever.';
    case 'LOST_TRACKING':
      return `Lost tracking: an event of ${who} hardly arrives any more, while ${
        incident.settled?.verdict === 'RECORD_LOST'
          ? 'the advert network pays for as many as before. Nothing was lost but the record.'
          : 'most of what goes with it carries on as before. Settlements of whoever pays for it would tell whether anything was lost but the record.'
      }`;
    case 'OUTAGE':
      return 'An outage: for some hours hardly anything arrived from anybody.';
    case 'CALENDAR':
      return 'A day unlike others: more than usual just before, then fewer, for everybody, and over by itself.';
    case 'UNEXPLAINED':
      if (incident.drops.length === 0)
        return 'Unexplained: no headline figure fell with it, of anybody. Of what is watched by choice nothing further is looked for; it can be taken apart where it is asked.';
      return 'Unexplained: nothing that was looked at tells why. That it is chance, or a cause that leaves no trace in events, is not ruled out.';
  }
}

/** How it is now, in a word: what ended and still lies on the bad side is not back. */
export function nowWord({ isOver, since }: IncidentView): 'over' | 'going on' | 'not back' {
  if (isOver) return 'over';
  return since.part === null ? 'going on' : 'not back';
}

/** Whether it is back by itself, and what remains. */
export function afterSentence(incident: IncidentView, fullDaysEnd: string): string {
  const { days, isOver, since, sinceFrom } = incident;
  const day = dayWords(dayOf(days.to));
  const beyond = leadOf(incident)?.isWorseAbove ? 'above' : 'below';
  if (isOver) {
    // What was kept before it could come back later has no day of its own.
    const from = sinceFrom ?? days.to;
    const back = from > days.to ? 'It came back little by little, and lies' : 'Back';
    const told = since.part !== null || incident.kind === 'OUTAGE';
    const by = since.part === null ? '' : `: ${changeWords(since)}`;
    return told
      ? `${back} where it was to be expected since ${dayWords(dayOf(from))}${by}.`
      : `No longer told to lie ${beyond} what is expected since ${day}.`;
  }
  if (days.to < fullDaysEnd && since.part === null)
    return `Too early to say: since ${day} fewer than three full days have passed.`;
  if (days.to < fullDaysEnd)
    return `Not back: since ${day} it still lies ${beyond} what is expected, by ${changeWords(since)}.`;
  return `Still ${beyond} on the last full day, ${dayWords(dayOf(isoOf(dayOf(fullDaysEnd) - 1)))}.`;
}

/** How it goes since something was done. */
export function recoverySentence({ state, days, change }: RecoveryView, worseAbove: boolean): string {
  const day = dayWords(dayOf(days.from));
  const beyond = worseAbove ? 'above' : 'below';
  switch (state) {
    case 'BACK':
      return `Back: since ${day} it lies where it is to be expected, ${changeWords(change)}, and that is told apart from the fall.`;
    case 'PARTLY':
      return `Partly back: since ${day} it still lies ${beyond} what is expected, by ${changeWords(change)}, and less far than before.`;
    case 'STILL':
      return `Not back: since ${day} it lies ${beyond} what is expected by ${changeWords(change)}, which is not told apart from the fall.`;
    case 'NOT_TOLD_APART':
      return `Since ${day} it moved by ${changeWords(change)}: neither being back nor the fall going on is ruled out by so few.`;
    case 'TOO_EARLY':
      return `Too early: since ${day} fewer than three full days have passed.`;
    case 'BEFORE_THE_FALL':
      return `${day} lies before the fall began, so nothing that was done then can have mended it.`;
  }
}

/** Money that is missing, as a cell says it; what dearer purchases brought is no loss, nor is what only the record lacks. */
export function lostWords({ moneyLost: lost, settled }: IncidentView, currency: string): string {
  if (lost === null) return '';
  if (settled?.verdict === 'RECORD_LOST') return `${money(lost, currency)} of the record`;
  return lost < 0 ? `${money(-lost, currency)} more` : money(lost, currency);
}
