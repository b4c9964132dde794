import type { Figure, Grain } from '../api/queries';

/** Names of the headline metrics. */
const NAMES: Record<Figure, string> = {
  INSTALLS: 'Installs',
  NEW_PEOPLE: 'New users',
  FIRST_PATH: 'First-time path completed',
  ACTIVE_PEOPLE: 'Active users',
  STICKINESS: 'Stickiness',
  SESSIONS: 'Sessions',
  SESSION_LENGTH: 'Average session length',
  CRASH_FREE_SESSIONS: 'Crash-free sessions',
  FRAME_RATE: 'Frames per second',
  REVENUE: 'Revenue',
  PURCHASE_REVENUE: 'from purchases',
  AD_REVENUE: 'from ads',
  SUBSCRIPTION_REVENUE: 'from subscriptions',
  REFUNDS: 'refunds, subtracted',
  PURCHASES: 'Purchases',
  PAYERS: 'Payers',
  PAYER_SHARE: 'Payer share',
  ARPU: 'ARPU',
  ARPDAU: 'ARPDAU',
  ARPPU: 'ARPPU',
  AOV: 'AOV',
  NEXT_DAY: 'Day 1 retention',
  UNINSTALLS: 'Uninstalls',
  GONE_QUIET: 'Lapsed users',
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

export const isFigure = (text: string | null): text is Figure => text !== null && text in NAMES;
