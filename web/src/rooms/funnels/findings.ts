import type { FunnelView, IndependentView, StairsView } from '../../api/funnel';
import type { Finding } from '../../parts/answer/Answer';
import { count, plural, pointsWithin, share, shareWithin } from '../../words/numbers';
import { unitWord, type Words } from './question';

/** What is found with more than this chance of being none is not told apart. */
export const RATE = 0.05;

/** The step before which most are lost; the earliest of several; undefined where nobody is. Optional steps lose nobody. */
export function largestLoss({ steps }: StairsView, words: Words): number | undefined {
  let found: number | undefined;
  steps.forEach((step, at) => {
    if (
      at > 0 &&
      !words.steps[at]?.optional &&
      step.lost > (found === undefined ? 0 : (steps[found]?.lost ?? 0))
    )
      found = at;
  });
  return found;
}

/** The last step before one that is not optional. */
export function stepBefore(words: Words, at: number): number {
  let before = at - 1;
  while (before > 0 && words.steps[before]?.optional) before--;
  return before;
}

/** "41.3% (40.6–42.0)", if it is known. */
export const withinWords = (share: { value: number; low: number; high: number } | null | undefined) =>
  share ? shareWithin(share.value, share.low, share.high) : undefined;

export function findingsOf(
  view: FunnelView,
  words: Words,
  names: string[],
  groupName: (group: FunnelView['groups'][number]) => string,
): Finding[] {
  const found: Finding[] = view.leftOut.map((text) => ({ key: text, text, caution: true }));
  const { steps, open } = view.all;
  const unit = unitWord[words.counting];
  const first = steps[0];
  const last = steps.at(-1);
  const name = (at: number) => `\u201c${names[at] ?? ''}\u201d`;
  if (!first || first.reached === 0) {
    const text =
      open > 0
        ? `All ${count(open)} ${unit} are still in progress: their window has not ended.`
        : `No users did ${name(0)} in this range.`;
    return [...found, { key: 'none', text, caution: true }];
  }
  if (last?.ofFirst) {
    const { value, low, high } = last.ofFirst;
    found.push({
      key: 'all',
      text: `${shareWithin(value, low, high)} completed ${name(steps.length - 1)}: ${count(last.reached)} of ${count(first.reached)} ${unit}.`,
    });
  }
  const loss = largestLoss(view.all, words);
  const at = loss === undefined ? undefined : steps[loss];
  if (loss !== undefined && at?.ofPrevious) {
    const before = stepBefore(words, loss);
    found.push({
      key: 'loss',
      text: `Largest drop-off: before ${name(loss)}. ${count(at.lost)} of ${count(steps[before]?.reached ?? 0)} ${unit} with ${name(before)} did not get there (${share(1 - at.ofPrevious.value)}).`,
    });
  }
  found.push(...apart(view, words, names, groupName), ...cautions(view, words, open));
  return found;
}

/** For the group that is furthest from everyone else, at which step that is. */
function apart(
  { groups }: FunnelView,
  words: Words,
  names: string[],
  groupName: (group: FunnelView['groups'][number]) => string,
): Finding[] {
  if (groups.length === 0) return [];
  const told = groups.flatMap((group) =>
    group.stairs.steps.flatMap(({ versus }, at) =>
      versus && versus.adjusted <= RATE ? [{ group, at, versus }] : [],
    ),
  );
  const [most] = told.sort(
    (a, b) => Math.abs(b.versus.difference * b.versus.whole) - Math.abs(a.versus.difference * a.versus.whole),
  );
  if (!most)
    return [
      {
        key: 'apart',
        text: 'No group differs significantly from all others at any step (after correction).',
      },
    ];
  const { group, at, versus } = most;
  return [
    {
      key: 'apart',
      text: `Largest difference: ${groupName(group)} converts ${share(versus.part / versus.whole)} from \u201c${names[stepBefore(words, at)] ?? ''}\u201d to \u201c${names[at] ?? ''}\u201d, all others ${share(versus.othersPart / versus.othersWhole)}: ${pointsWithin(versus.difference, versus.low, versus.high)}. ${plural(told.length, 'share differs', 'shares differ')} significantly (underlined in the table).`,
    },
  ];
}

function cautions(view: FunnelView, words: Words, open: number): Finding[] {
  const found: Finding[] = [];
  if (open > 0) {
    found.push({
      key: 'open',
      caution: true,
      text: `${plural(open, `${unitWord[words.counting].slice(0, -1)} is`, `${unitWord[words.counting]} are`)} still in progress: their window has not ended. They are not counted in any step.`,
    });
  }
  if (words.counting !== 'PEOPLE') {
    found.push({
      key: 'units',
      caution: true,
      text: `Intervals treat all ${unitWord[words.counting]} as independent. Several of one user are similar, so the intervals are too narrow.`,
    });
  }
  if (words.order === 'ANY_ORDER') {
    found.push({
      key: 'order',
      caution: true,
      text: 'In any order: a step counts as reached when it and all steps above it were done within the window, in any order.',
    });
  }
  if (words.steps.some((step) => step.optional)) {
    found.push({
      key: 'optional',
      caution: true,
      text: 'Skipping an optional step is no drop-off: the step after it is compared with the step before it.',
    });
  }
  if (view.groups.some((group) => (group.stairs.steps[0]?.reached ?? 0) < 30)) {
    found.push({
      key: 'small',
      caution: true,
      text: 'Some groups are small: check their intervals before you compare them.',
    });
  }
  return found;
}

/** Differences between the funnel and each step on its own. */
export const besideFindings = (alone: IndependentView, words: Words, names: string[]): Finding[] => [
  {
    key: 'alone',
    caution: true,
    text: 'On its own, a step counts whenever it was done in the range. In the funnel, it counts within the window after the first step.',
  },
  ...withoutWords(alone, words, names, 'users'),
];

/** The two ways side by side, in numbers: who did a step without the one above it. */
export function withoutWords(
  view: IndependentView,
  words: Words,
  names: string[],
  unit: string,
): { key: string; text: string }[] {
  return names.flatMap((name, at) => {
    const without = view.withoutBefore[at] ?? 0;
    const done = view.done[at] ?? 0;
    if (at === 0 || without === 0) return [];
    const before = names[stepBefore(words, at)] ?? '';
    return [
      {
        key: `without ${at}`,
        text: `${count(without)} of ${count(done)} ${unit} (${share(without / done)}) did \u201c${name}\u201d without \u201c${before}\u201d in the range.`,
      },
    ];
  });
}
