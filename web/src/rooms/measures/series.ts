import type { Counts, GroupView, MeasureView } from '../../api/measures';
import type { Unit } from '../../api/queries';

/** What is measured, in the order of the word's choices; the name reads on into the sentence. */
export const MEASURES = [
  { value: 'people', name: 'How many people did', unit: 'PEOPLE' },
  { value: 'events', name: 'How often did people do', unit: 'COUNT' },
  { value: 'each', name: 'How often did each of those who did it do', unit: 'RATIO' },
  { value: 'share', name: 'What share of active people did', unit: 'SHARE' },
] as const satisfies readonly { value: string; name: string; unit: Unit | 'RATIO' }[];

export type Measure = (typeof MEASURES)[number]['value'];

export const unitOf = (measure: Measure) => MEASURES.find((each) => each.value === measure)?.unit ?? 'PEOPLE';

/** A line of the chart and a column of the table. */
export interface Line {
  name: string;
  /** Whether it holds what is left over beside the values of a split: in the table, not on the chart, which it would dwarf. */
  quiet: boolean;
  /** By period; null where there is no value. */
  values: (number | null)[];
  /** Of the whole range, people counted once. */
  range: number | null;
}

/** Division by zero has no value. */
const ratio = (over: number, under: number) => (under === 0 ? null : over / under);

function line(name: string, quiet: boolean, counts: Counts, view: MeasureView, measure: Measure): Line {
  const value = (events: number, people: number, active: number) => {
    switch (measure) {
      case 'people':
        return people;
      case 'events':
        return events;
      case 'each':
        return ratio(events, people);
      case 'share':
        return ratio(people, active);
    }
  };
  return {
    name,
    quiet,
    values: view.periods.map((_, p) =>
      value(counts.events[p] ?? 0, counts.people[p] ?? 0, view.active[p] ?? 0),
    ),
    range: value(counts.rangeEvents, counts.rangePeople, view.rangeActive),
  };
}

export const groupName = (group: GroupView): string =>
  group.kind === 'VALUE' ? (group.value ?? '') : group.kind === 'OTHER' ? 'other values' : 'not set';

/** One line for everything, or one for each group of a split. */
export function linesOf(view: MeasureView, measure: Measure): Line[] {
  return view.groups.length === 0
    ? [line('all', false, view.all, view, measure)]
    : view.groups.map((group) => line(groupName(group), group.kind !== 'VALUE', group.counts, view, measure));
}

/** Everything together, whatever the split. */
export const wholeOf = (view: MeasureView, measure: Measure): Line =>
  line('all', false, view.all, view, measure);
