import type { Figure, Grain } from '../api/queries';

/** Names of the headline figures; active people bear the trade's name for their period. */
const NAMES: Record<Figure, string> = {
  INSTALLS: 'Installs',
  NEW_PEOPLE: 'New people',
  FIRST_PATH: 'First-time path finished',
  ACTIVE_PEOPLE: 'Active people',
  STICKINESS: 'Stickiness',
  SESSIONS: 'Sessions',
  SESSION_LENGTH: 'Mean session length',
  CRASH_FREE_SESSIONS: 'Sessions without a crash',
  FRAME_RATE: 'Frames a second',
  REVENUE: 'Revenue',
  PURCHASE_REVENUE: 'from purchases',
  AD_REVENUE: 'from adverts',
  SUBSCRIPTION_REVENUE: 'from subscriptions',
  REFUNDS: 'refunds, subtracted',
  PURCHASES: 'Purchases',
  PAYERS: 'Payers',
  PAYER_SHARE: 'Payer share',
  ARPU: 'ARPU',
  ARPDAU: 'ARPDAU',
  ARPPU: 'ARPPU',
  AOV: 'AOV',
  NEXT_DAY: 'Came back next day',
  UNINSTALLS: 'Uninstalls',
  GONE_QUIET: 'Gone quiet',
};

const MEANINGS: Record<Figure, string> = {
  INSTALLS: 'First events of installs; a second device of a known account counts.',
  NEW_PEOPLE: 'People whose first event ever lies in the period.',
  FIRST_PATH:
    'People who in the period for the first time did what ends the first-time path; the Catalogue\u2019s behaviours say what that is.',
  ACTIVE_PEOPLE: 'People with at least one active event in the period, each counted once.',
  STICKINESS: 'Mean DAU over the period ÷ active people of the period. A single day has none.',
  SESSIONS: 'Sessions that start in the period; a silence of over 30 minutes ends one.',
  SESSION_LENGTH: 'From first to last event, averaged over the sessions that start in the period.',
  CRASH_FREE_SESSIONS:
    'Of the sessions that start in the period, those in which no event named crash happened. None before the first crash was sent.',
  FRAME_RATE: 'The mean of fps over the events that say it.',
  REVENUE: 'Purchases, adverts and subscriptions less refunds, before the store\u2019s share.',
  PURCHASE_REVENUE: 'Revenue of events of type purchase.',
  AD_REVENUE: 'Revenue of events of type ad.',
  SUBSCRIPTION_REVENUE: 'Revenue of events of type subscription.',
  REFUNDS: 'Given back, on the day of the refund.',
  PURCHASES: 'Events of type purchase.',
  PAYERS: 'People with at least one purchase or subscription payment in the period.',
  PAYER_SHARE: 'Payers ÷ active people.',
  ARPU: 'Revenue ÷ active people of the period.',
  ARPDAU: 'Revenue ÷ the sum of each day\u2019s active people.',
  ARPPU: 'Revenue ÷ payers of the period.',
  AOV: 'Purchase revenue ÷ purchases.',
  NEXT_DAY:
    'Of the people who were new on the day before, who was active: day-1 retention, by the day on which it shows.',
  GONE_QUIET: 'People active in the period of equal length before, and not in this one.',
  UNINSTALLS: 'Reported by the push service, on the day they happened.',
};

const ACTIVE: Record<Grain, string> = { DAY: 'DAU', WEEK: 'WAU', MONTH: 'MAU' };

export const FIGURES = Object.keys(NAMES) as Figure[];

/** Those of a total, drawn under it. */
export const PART_OF_REVENUE: ReadonlySet<Figure> = new Set<Figure>([
  'PURCHASE_REVENUE',
  'AD_REVENUE',
  'SUBSCRIPTION_REVENUE',
  'REFUNDS',
]);

/** The name as it stands in its table, where parts stand under their total. */
export function figureName(figure: Figure, grain: Grain): string {
  return figure === 'ACTIVE_PEOPLE' ? `${NAMES[figure]} (${ACTIVE[grain]})` : NAMES[figure];
}

/** The name as it stands alone. */
export function figureTitle(figure: Figure, grain?: Grain): string {
  if (figure === 'REFUNDS') return 'Refunds';
  if (PART_OF_REVENUE.has(figure)) return `Revenue ${NAMES[figure]}`;
  return grain ? figureName(figure, grain) : NAMES[figure];
}

export const figureMeaning = (figure: Figure): string => MEANINGS[figure];

export const isFigure = (text: string | null): text is Figure => text !== null && text in NAMES;
