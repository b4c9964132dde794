import type { AfterView, FunnelView, SlicesView, StairsView, VersusView } from '../../api/funnel';
import type { Split } from '../../api/retention';
import { groupName } from '../../model/split';
import { unitWord, type Words } from './question';

type Cell = string | number | null;

const HEAD = [
  'group',
  'step',
  'name',
  'counted',
  'reached',
  'of first',
  'low',
  'high',
  'of the step before',
  'lost',
  'median seconds',
  '90th percentile seconds',
  'all others, of the step before',
  'difference',
  'low',
  'high',
  'adjusted p',
];

const seconds = (millis: number | null | undefined) => (typeof millis === 'number' ? millis / 1000 : null);

/** What those who were lost did next, beside those who went on. */
export function afterCsv({ lost, wentOn, done }: AfterView): Cell[][] {
  return [
    [
      'after the step before',
      'dropped off: next',
      'converted: next',
      'dropped off: any time',
      'converted: any time',
      'difference',
      'low',
      'high',
      'adjusted p',
    ],
    ['all', lost.units, wentOn.units],
    ['nothing more, seen later', lost.later, wentOn.later],
    ['nothing more, uninstalled', lost.uninstalled, wentOn.uninstalled],
    ['nothing more, not seen since', lost.never, wentOn.never],
    ...done.map((each): Cell[] => [
      each.event,
      each.lostNext,
      each.wentOnNext,
      each.lost,
      each.wentOn,
      ...versusCells(each.versus),
    ]),
  ];
}

/** Who goes on and who does not, by values at the step before. */
export const slicesCsv = ({ slices }: SlicesView): Cell[][] => [
  [
    'having',
    'users',
    'converted',
    'all others',
    'converted',
    'difference',
    'low',
    'high',
    'adjusted p',
    'moves',
  ],
  ...slices.map(({ having, versus, moved }): Cell[] => [
    having.map(({ property, value }) => `${property} ${value}`).join(' and '),
    versus.whole,
    versus.part,
    versus.othersWhole,
    versus.othersPart,
    ...versusCells(versus),
    moved,
  ]),
];

const versusCells = (versus: VersusView | null): Cell[] =>
  versus ? [versus.difference, versus.low, versus.high, versus.adjusted] : [null, null, null, null];

export function csvOf(view: FunnelView, words: Words, names: string[], split: Split | undefined): Cell[][] {
  const rows = (group: string, { steps }: StairsView, times: FunnelView['times']): Cell[][] =>
    steps.map((step, at) => [
      group,
      at + 1,
      names[at] ?? '',
      unitWord[words.counting],
      step.reached,
      step.ofFirst?.value ?? null,
      step.ofFirst?.low ?? null,
      step.ofFirst?.high ?? null,
      step.ofPrevious?.value ?? null,
      step.lost,
      seconds(times[at]?.median),
      seconds(times[at]?.nineTenths),
      step.versus ? step.versus.othersPart / step.versus.othersWhole : null,
      ...versusCells(step.versus),
    ]);
  return [
    HEAD,
    ...rows('all', view.all, view.times),
    ...view.groups.flatMap((group) => rows(groupName(split, group), group.stairs, [])),
    ...view.periods.flatMap(({ days, reached }) =>
      reached.map((there, at) => [
        `entered ${days.from}`,
        at + 1,
        names[at] ?? '',
        unitWord[words.counting],
        there,
        reached[0] ? there / reached[0] : null,
      ]),
    ),
  ];
}
