import type { OneMeasure } from '../../api/measures';
import type { DayRange, Figure, Grain } from '../../api/queries';
import { amongOf, amongParam, daysParam, type Asked } from '../../model/question';
import { isEveryone, type EventCondition, type PersonCondition } from '../../words/conditions';
import { grainWord } from '../../words/dates';

type Measure = Partial<OneMeasure> & Pick<OneMeasure, 'name' | 'kind'>;

interface Question {
  measures: Measure[];
  formula?: { name: string; text: string };
}

const of = (type: string): EventCondition => ({ property: 'revenue_type', is: type });
const paying: EventCondition = { property: 'revenue_type', is: ['purchase', 'subscription'] };
const anyMoney: EventCondition = { property: 'revenue', set: true };

const active: Measure = { name: 'a', kind: 'PEOPLE', what: { active: true } };
const revenue: Measure = { name: 'revenue', kind: 'SUM', property: 'revenue', what: anyMoney };
const payers: Measure = { name: 'payers', kind: 'PEOPLE', what: paying };
const purchases: Measure = { name: 'purchases', kind: 'EVENTS', what: of('purchase') };
const bought: Measure = { name: 'bought', kind: 'SUM', property: 'amount', what: of('purchase') };

const sum = (type: string): Question => ({
  measures: [{ name: 'a', kind: 'SUM', property: 'amount', what: of(type) }],
});

/** The same figure as a question for measures, where it is one. */
const QUESTIONS: Partial<Record<Figure, Question>> = {
  ACTIVE_PEOPLE: { measures: [active] },
  SESSIONS: { measures: [{ name: 'a', kind: 'SESSIONS', what: { active: true } }] },
  SESSION_LENGTH: {
    measures: [{ name: 'a', kind: 'MEAN', property: 'session_length', what: { active: true } }],
  },
  CRASH_FREE_SESSIONS: {
    measures: [
      { name: 'sessions', kind: 'SESSIONS', what: { active: true } },
      { name: 'crashed', kind: 'SESSIONS', what: { event: 'crash' } },
    ],
    formula: { name: 'free', text: '(sessions - crashed) / sessions' },
  },
  FRAME_RATE: {
    measures: [{ name: 'a', kind: 'MEAN', property: 'fps', what: { property: 'fps', set: true } }],
  },
  REVENUE: { measures: [revenue] },
  PURCHASE_REVENUE: sum('purchase'),
  AD_REVENUE: sum('ad'),
  SUBSCRIPTION_REVENUE: sum('subscription'),
  REFUNDS: sum('refund'),
  PURCHASES: { measures: [purchases] },
  PAYERS: { measures: [payers] },
  PAYER_SHARE: { measures: [payers], formula: { name: 'share', text: 'payers / active' } },
  ARPU: { measures: [revenue], formula: { name: 'arpu', text: 'revenue / active' } },
  ARPPU: { measures: [revenue, payers], formula: { name: 'arppu', text: 'revenue / payers' } },
  AOV: { measures: [bought, purchases], formula: { name: 'aov', text: 'bought / purchases' } },
  UNINSTALLS: { measures: [{ name: 'a', kind: 'EVENTS', what: { event: 'uninstall_detected' } }] },
};

function address(asked: Asked, params: Record<string, string>): string {
  const search = new URLSearchParams(params);
  const among = amongParam(amongOf(asked));
  if (among !== null) search.set('among', among);
  if (!asked.rangeIsUsual && asked.range) search.set('days', daysParam(asked.range));
  if (!asked.comparedIsUsual && asked.compared) search.set('against', daysParam(asked.compared));
  return `/a/${asked.app}/metrics?${search.toString()}`;
}

/** Where a figure is asked about in Measures, split by a property; undefined where it is none of Measures' own. */
export function measuresAddress(
  asked: Asked,
  figure: Figure,
  grain: Grain,
  splitBy?: string,
): string | undefined {
  const question = QUESTIONS[figure];
  if (!question) return undefined;
  return address(asked, {
    m: JSON.stringify(question.measures),
    ...(question.formula ? { f: JSON.stringify([question.formula]) } : {}),
    ...(grain === 'DAY' ? {} : { by: grainWord[grain] }),
    ...(splitBy ? { split: JSON.stringify([{ property: splitBy }]) } : {}),
    compare: 'yes',
  });
}

/** What was sold, by item. */
export const ITEM_MEASURES: OneMeasure[] = [
  { name: 'revenue', kind: 'SUM', property: 'revenue', percent: null, what: of('purchase') },
  { name: 'quantity', kind: 'SUM', property: 'quantity', percent: null, what: of('purchase') },
  { name: 'purchases', kind: 'EVENTS', property: null, percent: null, what: of('purchase') },
];

export const itemsAddress = (asked: Asked): string =>
  address(asked, {
    m: JSON.stringify(ITEM_MEASURES),
    split: JSON.stringify([{ property: 'item', top: 50 }]),
    shape: 'ranked',
  });

/** The address of the list of users who joined in a range through a channel. */
export function newPeopleAddress(asked: Asked, range: DayRange, channel: string): string {
  const whole = amongOf(asked);
  const among: PersonCondition = {
    all: [
      ...(isEveryone(whole) ? [] : [whole]),
      { firstDid: { all: [] }, when: range },
      { property: 'arrival_channel', value: 'FIRST', is: channel },
    ],
  };
  const search = new URLSearchParams({
    among: JSON.stringify(among),
    columns: 'arrival_channel,arrival_rule,country',
  });
  return `/a/${asked.app}/users?${search.toString()}`;
}
