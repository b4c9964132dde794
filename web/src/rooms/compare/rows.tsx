import type { ContrastRow, ContrastView } from '../../api/contrast';
import type { Finding } from '../../parts/answer/Answer';
import { measureValue, type MeasureUnit } from '../../words/measures';
import { count, plural, withSign } from '../../words/numbers';

const FIGURES: Record<string, { name: string; unit: MeasureUnit }> = {
  ACTIVE_DAYS: { name: 'Active days per user', unit: 'RATIO' },
  SESSIONS: { name: 'Sessions per user', unit: 'RATIO' },
  SESSION_LENGTH: { name: 'Average session length', unit: 'SECONDS' },
  PAYER_SHARE: { name: 'Payer share', unit: 'SHARE' },
  ARPU: { name: 'ARPU', unit: 'MONEY' },
  PURCHASE_REVENUE: { name: 'Purchase revenue per user', unit: 'MONEY' },
  AD_REVENUE: { name: 'Ad revenue per user', unit: 'MONEY' },
  SUBSCRIPTION_REVENUE: { name: 'Subscription revenue per user', unit: 'MONEY' },
  PURCHASES: { name: 'Purchases per user', unit: 'RATIO' },
  ARPPU: { name: 'ARPPU', unit: 'MONEY' },
  AOV: { name: 'AOV', unit: 'MONEY' },
  UNINSTALLED: { name: 'Share who uninstalled', unit: 'SHARE' },
};

/** Names of the metrics; the handbook defines each. */
export const FIGURE_NAMES = Object.values(FIGURES).map(({ name }) => name);

/** Metrics of which more is worse. */
const WORSE_ABOVE: readonly string[] = ['UNINSTALLED'];

/**
 * The colour role of a difference: neutral while it is not significant, and for events, which are neither good nor bad; else good or bad
 * for the first group.
 */
export function roleOf(row: ContrastRow): 'ink2' | 'deep' | 'act' | 'fall' {
  if (!row.difference || !isSure(row)) return 'ink2';
  if (row.about !== 'FIGURE') return 'deep';
  return row.difference.value > 0 === WORSE_ABOVE.includes(row.name) ? 'fall' : 'act';
}

/** Below this rate of false discoveries a difference counts as one. */
export const SURE = 0.05;

export const isSure = (row: ContrastRow) => row.adjusted !== null && row.adjusted < SURE;

export function rowName(row: ContrastRow, shown: (event: string) => string): string {
  if (row.about === 'FIGURE') return FIGURES[row.name]?.name ?? row.name;
  return row.about === 'EVENT_SHARE'
    ? `${shown(row.name)}: users who did it`
    : `${shown(row.name)}: number per user`;
}

export function rowUnit(row: ContrastRow): MeasureUnit {
  if (row.about === 'FIGURE') return FIGURES[row.name]?.unit ?? 'NUMBER';
  return row.about === 'EVENT_SHARE' ? 'SHARE' : 'RATIO';
}

/** A difference with its sign: in points for shares. */
export function signedValue(value: number, unit: MeasureUnit, currency: string): string {
  const text =
    unit === 'SHARE'
      ? `${Math.abs(value * 100).toFixed(1)} pp`
      : unit === 'SECONDS'
        ? `${Math.abs(value).toFixed(1)} s`
        : measureValue(Math.abs(value), unit, currency);
  return withSign(value, text);
}

export function findings(
  view: ContrastView,
  rows: ContrastRow[],
  shown: (event: string) => string,
): Finding[] {
  const sure = rows.filter(isSure).sort((a, b) => (a.adjusted ?? 1) - (b.adjusted ?? 1));
  const found: Finding[] = [
    {
      key: 'people',
      text: (
        <>
          <b>{count(view.first)}</b> active users compared with <b>{count(view.second)}</b>.
        </>
      ),
    },
    {
      key: 'sure',
      text:
        sure.length === 0
          ? `None of ${view.tests} metrics differs significantly (after correction).`
          : `${sure.length} of ${view.tests} metrics differ significantly (after correction). Strongest: ${sure
              .slice(0, 3)
              .map((row) => rowName(row, shown))
              .join('; ')}.`,
    },
  ];
  if (view.both > 0) {
    found.push({
      key: 'both',
      caution: true,
      text: `${plural(view.both, 'active user is', 'active users are')} in both groups and not counted.`,
    });
  }
  if (Math.min(view.first, view.second) < 100) {
    found.push({
      key: 'few',
      caution: true,
      text: 'A group is small: intervals of averages are approximate.',
    });
  }
  found.push({
    key: 'cause',
    caution: true,
    text: 'A difference is not a cause: the two groups may differ in other ways too.',
  });
  return [...view.leftOut.map((text) => ({ key: text, text, caution: true })), ...found];
}

export function csvRows(rows: ContrastRow[], view: ContrastView): (string | number | null)[][] {
  return [
    [
      'kind',
      'name',
      'first',
      'second',
      'difference',
      'low',
      'high',
      'p',
      'adjusted p',
      'users first',
      'users second',
    ],
    ...rows.map((row) => [
      row.about.toLowerCase(),
      row.name,
      row.first,
      row.second,
      row.difference?.value ?? null,
      row.difference?.low ?? null,
      row.difference?.high ?? null,
      row.difference?.p ?? null,
      row.adjusted,
      view.first,
      view.second,
    ]),
  ];
}
