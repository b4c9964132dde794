import type { BreakUpPart, BreakUpView, IncidentView } from '../api/changes';
import type { Figure } from '../api/queries';
import { count, money, NO_VALUE, share, withSign } from './numbers';

type Factor = BreakUpPart['factors'][number];

const TYPE: Record<BreakUpPart['type'], string> = {
  PURCHASE: 'Purchases',
  AD: 'Ads',
  SUBSCRIPTION: 'Subscriptions',
  REFUND: 'Refunds',
};

export const typeName = (part: BreakUpPart): string => TYPE[part.type];

const SHARE: Record<BreakUpPart['type'], string> = {
  PURCHASE: 'payers per active user',
  AD: 'share who see a paid ad',
  SUBSCRIPTION: 'share who pay a subscription',
  REFUND: 'share who get a refund',
};

const TIMES: Record<BreakUpPart['type'], string> = {
  PURCHASE: 'purchases per payer',
  AD: 'ads per viewer',
  SUBSCRIPTION: 'payments per subscriber',
  REFUND: 'refunds per refunded user',
};

/** What a factor is called where it stands under its type. */
export function factorName(part: BreakUpPart, factor: Factor): string {
  switch (factor.of) {
    case 'PEOPLE':
      return 'active users';
    case 'SHARE':
      return SHARE[part.type];
    case 'TIMES':
      return TIMES[part.type];
    case 'WORTH':
      return 'value of one';
  }
}

/** One side of a factor. */
export function factorValue(factor: Factor, value: number | null, currency: string): string {
  if (value === null) return NO_VALUE;
  switch (factor.of) {
    case 'PEOPLE':
      return value < 100 ? value.toFixed(1) : count(value);
    case 'SHARE':
      return share(value);
    case 'TIMES':
      return value.toFixed(2);
    case 'WORTH':
      return money(value, currency);
  }
}

/** A difference of money with its sign; cents are enough. */
export function addsWords(value: number, currency: string): string {
  return withSign(value, `${currency} ${Math.abs(value).toFixed(2)}`);
}

/** What a fall is of, where it is of one type. */
const OF_FIGURE: Partial<Record<Figure, BreakUpPart['type']>> = {
  AD_REVENUE: 'AD',
  PURCHASES: 'PURCHASE',
  PURCHASE_REVENUE: 'PURCHASE',
  SUBSCRIPTION_REVENUE: 'SUBSCRIPTION',
  REFUNDS: 'REFUND',
};

/** Which type of revenue moved, and by which of its factors: that which the case is of, else the one that moved most. */
export function breakUpSentences({ breakUp, drops }: IncidentView, currency: string): string[] {
  // What was frozen before revenue was taken apart has none.
  if (!breakUp) return [];
  const went = (before: number, after: number) =>
    `from ${money(before, currency)} to ${money(after, currency)}`;
  const moved = (part: BreakUpPart) => Math.abs(part.after - part.before);
  const own = drops[0] && OF_FIGURE[drops[0].figure];
  const most =
    breakUp.parts.find((part) => part.type === own) ??
    [...breakUp.parts].sort((one, other) => moved(other) - moved(one))[0];
  const parts = breakUp.parts.map(
    (part) => `${typeName(part).toLowerCase()} ${went(part.before, part.after)}`,
  );
  const whole =
    breakUp.parts.length === 1
      ? `Revenue per day comes from ${parts.join('')}.`
      : `Revenue per day went ${went(breakUp.before, breakUp.after)}: ${parts.join(', ')}.`;
  return most ? [whole, factorsSentence(most, currency)] : [whole];
}

function factorsSentence(part: BreakUpPart, currency: string): string {
  const factors = [...part.factors].sort((one, other) => Math.abs(other.adds) - Math.abs(one.adds));
  const words = factors.map((factor) => `${factorName(part, factor)} (${addsWords(factor.adds, currency)})`);
  return `The change of ${typeName(part).toLowerCase()}, ${addsWords(part.after - part.before, currency)} a day, breaks down into: ${words.join(', ')}.`;
}

/** A line of the table: a type, or one of its factors. */
export interface BreakUpRow {
  name: string;
  isType: boolean;
  before: string;
  after: string;
  adds: string;
}

/** Types with their factors, and at last what they come to where there are several. */
export function breakUpRows({ before, after, parts }: BreakUpView, currency: string): BreakUpRow[] {
  const whole = (name: string, from: number, to: number, sign: number): BreakUpRow => ({
    name,
    isType: true,
    before: money(from, currency),
    after: money(to, currency),
    adds: addsWords(sign * (to - from), currency),
  });
  const rows = parts.flatMap((part) => {
    const sign = part.type === 'REFUND' ? -1 : 1;
    return [
      whole(typeName(part), part.before, part.after, sign),
      ...part.factors.map((factor) => ({
        name: factorName(part, factor),
        isType: false,
        before: factorValue(factor, factor.before, currency),
        after: factorValue(factor, factor.after, currency),
        adds: addsWords(sign * factor.adds, currency),
      })),
    ];
  });
  return parts.length > 1 ? [...rows, whole('All revenue', before, after, 1)] : rows;
}
