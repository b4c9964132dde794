import type { FunnelView, StairsView } from '../../api/funnel';
import type { Split } from '../../api/retention';
import { groupName } from '../../frame/split';
import { unitWord, type Words } from './question';

type Cell = string | number | null;

const HEAD = [
  'group',
  'step',
  'name',
  'counted',
  'got there',
  'of first',
  'low',
  'high',
  'of the step before',
  'lost',
  'median seconds',
  'nine in ten, seconds',
  'everyone else, of the step before',
  'difference',
  'low',
  'high',
  'adjusted p',
];

const seconds = (millis: number | null | undefined) => (typeof millis === 'number' ? millis / 1000 : null);

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
      step.versus?.difference ?? null,
      step.versus?.low ?? null,
      step.versus?.high ?? null,
      step.versus?.adjusted ?? null,
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
