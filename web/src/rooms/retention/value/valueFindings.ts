import type { MeanView, Split, ValueView, WorthKind } from '../../../api/retention';
import type { Finding } from '../../../parts/answer/Answer';
import { grainWord } from '../../../words/dates';
import { fixed, money, NO_VALUE, plural } from '../../../words/numbers';
import { isLookedAt, type Words } from '../question';
import { groupName } from '../../../model/split';

const WHAT: Record<WorthKind, string> = {
  NET: 'revenue minus refunds',
  GROSS: 'revenue before refunds',
  PURCHASE: 'purchase revenue',
  AD: 'ad revenue',
  SUBSCRIPTION: 'subscription revenue',
  SESSIONS: 'sessions',
  ACTIVE_DAYS: 'active days',
  TIMES: 'times',
  SUM: 'sum',
};

/** How values of the table are said. */
export const valueWords =
  ({ currency }: Pick<ValueView, 'currency'>) =>
  (value: number): string =>
    currency ? money(value, currency) : fixed(value, 2);

/** "EUR 0.0848 (0.0781\u20130.0914)". */
const within = ({ value, low, high }: MeanView, say: (value: number) => string): string => {
  const bare = (bound: number) => say(bound).replace(/^[A-Z]{3} /, '');
  if (value === null) return NO_VALUE;
  return low === null || high === null ? say(value) : `${say(value)} (${bare(low)}\u2013${bare(high)})`;
};

/** From which age on each had brought what they cost; undefined if it is not yet so. */
export function paidBack(line: MeanView[], cost: number): number | undefined {
  const age = line.findIndex((mean) => mean.value !== null && mean.value >= cost);
  return age < 0 ? undefined : age;
}

export function valueFindings(
  view: ValueView,
  words: Words,
  split: Split | undefined,
  shown: (event: string) => string,
): Finding[] {
  const found: Finding[] = view.leftOut.map((text) => ({ key: text, text, caution: true }));
  if (view.cohorts.every((cohort) => cohort.size === 0)) {
    return [...found, { key: 'none', caution: true, text: 'No users started in this range.' }];
  }
  const say = valueWords(view);
  const word = grainWord[words.grain];
  const { kind, of } = words.worth;
  const what = kind === 'TIMES' ? `number of ${shown(of)}` : kind === 'SUM' ? `sum of ${of}` : WHAT[kind];
  view.pooled.forEach((mean, age) => {
    if (!isLookedAt({ from: age, to: age }, { counting: 'AT', grain: words.grain })) return;
    found.push(
      mean.value === null
        ? {
            key: `age ${age}`,
            caution: true,
            text: `No cohort is complete at ${word} ${age} yet.`,
          }
        : {
            key: `age ${age}`,
            text: `By ${word} ${age}: ${within(mean, say)} per user (${what}).`,
          },
    );
  });
  found.push(...payback(view, words, split, say));
  if (view.withoutRate > 0) {
    found.push({
      key: 'rate',
      caution: true,
      text: `${plural(view.withoutRate, 'amount')} not included: no exchange rate for the day.`,
    });
  }
  found.push({
    key: 'open',
    caution: true,
    text: `Each age includes all ages before it. Only complete cohorts are averaged, so each age averages different cohorts and the curve can decrease although no cohort does.`,
  });
  return found;
}

function payback(
  view: ValueView,
  words: Words,
  split: Split | undefined,
  say: (value: number) => string,
): Finding[] {
  const word = grainWord[words.grain];
  const told = (line: MeanView[], cost: number) => {
    const age = paidBack(line, cost);
    const when = age === undefined ? `not paid back by ${word} ${words.ages}` : `paid back by ${word} ${age}`;
    return `acquisition cost ${say(cost)} per user, ${when}`;
  };
  const all: Finding[] =
    view.costOfAll === null
      ? []
      : [
          {
            key: 'cost',
            text: `All users: ${told(view.pooled, view.costOfAll)}. This is the cost of all channels divided by all new users, including users who came at no cost.`,
          },
        ];
  if (!view.costs) return all;
  const known = view.costs.some(({ each }) => each !== null);
  if (!known) {
    return [
      {
        key: 'cost',
        caution: true,
        text: 'No channel has costs for every day of the range, so payback is not known. Import costs in Settings.',
      },
    ];
  }
  const groups = view.costs.flatMap(({ each }, at) => {
    const group = view.groups[at];
    if (each === null || !group) return [];
    return [{ key: `cost ${at}`, text: `${groupName(split, group)}: ${told(view.lines[at] ?? [], each)}.` }];
  });
  return [...groups, ...all];
}

/** Sums and people, so that means can be made of them; ages not complete are left empty. */
export function valueCsv(
  view: ValueView,
  words: Words,
  split: Split | undefined,
): (string | number | null)[][] {
  const ages = view.pooled.map((_, age) => `${grainWord[words.grain]} ${age}`);
  if (view.groups.length > 0) {
    return [
      ['group', 'users', 'cost per user', ...ages],
      ...view.groups.map((group, at) => [
        groupName(split, group),
        group.size,
        view.costs?.[at]?.each ?? null,
        ...(view.lines[at] ?? []).map((mean) => mean.value),
      ]),
    ];
  }
  return [
    ['cohort from', 'users', ...ages],
    ...view.cohorts.map((cohort, at) => [
      cohort.period.from,
      cohort.size,
      ...(view.sums[at] ?? []).map((sum, age) => (age < cohort.completeColumns ? sum : null)),
    ]),
  ];
}
