import type { MeanView, Split, ValueView, WorthKind } from '../../api/retention';
import type { Finding } from '../../frame/Margin';
import { grainWord, periodWords } from '../../words/dates';
import { fixed, money, NO_VALUE, plural } from '../../words/numbers';
import { isLookedAt, type Words } from './question';
import { groupName } from '../../frame/split';

const WHAT: Record<WorthKind, string> = {
  NET: 'revenue less refunds',
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
    return [
      ...found,
      { key: 'none', caution: true, text: 'Nobody started in this range, so there is nothing to add up.' },
    ];
  }
  const say = valueWords(view);
  const word = grainWord[words.grain];
  const { kind, of } = words.worth;
  const what = kind === 'TIMES' ? `times of ${shown(of)}` : kind === 'SUM' ? `sum of ${of}` : WHAT[kind];
  view.pooled.forEach((mean, age) => {
    if (!isLookedAt({ from: age, to: age }, { counting: 'AT', grain: words.grain })) return;
    found.push(
      mean.value === null
        ? {
            key: `age ${age}`,
            caution: true,
            text: `No cohort is complete at ${word} ${age} yet, so there is no value to give.`,
          }
        : {
            key: `age ${age}`,
            text: `By ${word} ${age} each had brought ${within(mean, say)} in ${what}.`,
          },
    );
  });
  found.push(...payback(view, words, split, say));
  if (view.withoutRate > 0) {
    found.push({
      key: 'rate',
      caution: true,
      text: `${plural(view.withoutRate, 'amount')} in no sum: there was no exchange rate for the day.`,
    });
  }
  found.push({
    key: 'open',
    caution: true,
    text: `Each age holds all ages before it. Only cohorts for which it has fully passed are pooled, so different cohorts stand at different ages: the curve may fall where the value of none did.`,
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
    return `one new person cost ${say(cost)}, ${when}`;
  };
  const all: Finding[] =
    view.costOfAll === null
      ? []
      : [
          {
            key: 'cost',
            text: `Of all together: ${told(view.pooled, view.costOfAll)}. That is what all channels cost in these days over all new people, those who came at no cost among them.`,
          },
        ];
  if (!view.costs) return all;
  const known = view.costs.some(({ each }) => each !== null);
  if (!known) {
    return [
      {
        key: 'cost',
        caution: true,
        text: 'What new people cost is known of no channel for every day of the range, so payback cannot be told. Costs are brought in under Settings.',
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
      ['group', 'people', 'cost each', ...ages],
      ...view.groups.map((group, at) => [
        groupName(split, group),
        group.size,
        view.costs?.[at]?.each ?? null,
        ...(view.lines[at] ?? []).map((mean) => mean.value),
      ]),
    ];
  }
  return [
    ['cohort', 'people', ...ages],
    ...view.cohorts.map((cohort, at) => [
      periodWords(cohort.period.from, words.grain),
      cohort.size,
      ...(view.sums[at] ?? []).map((sum, age) => (age < cohort.completeColumns ? sum : null)),
    ]),
  ];
}
