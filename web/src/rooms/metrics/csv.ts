import type { MeasureView, Table } from '../../api/measures';
import type { Step } from '../../api/measures';
import { instantParts } from '../../words/dates';
import { groupName, type Column } from './series';

type Row = (string | number | null)[];

/**
 * One row for each period and group, oldest first, then the whole range; one column for each metric. Periods are named by their first
 * day in the time zone of the app; hours by their instant, because an hour can come twice when clocks change.
 */
export function csvRows(view: MeasureView, columns: Column[], step: Step, zone: string): Row[] {
  const named = (starts: string) => (step === 'HOUR' ? starts : instantParts(starts, zone).day);
  const head: Row = ['range', step.toLowerCase(), 'complete', 'group', ...columns.map((each) => each.title)];
  return [
    head,
    ...rows('asked', view.range, columns, named),
    ...(view.compared ? rows('compared', view.compared, columns, named) : []),
  ];
}

function rows(name: string, table: Table, columns: Column[], named: (starts: string) => string): Row[] {
  const groups = [
    { name: 'all', at: -1 },
    ...table.groups.map((group, at) => ({ name: groupName(group), at })),
  ];
  const lineOf = (column: Column, at: number) => {
    const values = table.measures[column.at];
    return at < 0 ? values?.all : values?.groups[at];
  };
  return groups.flatMap((group) => [
    ...table.periods.map((period, p): Row => [
      name,
      named(period.starts),
      period.complete ? 'yes' : 'no',
      group.name,
      ...columns.map((column) => lineOf(column, group.at)?.periods[p] ?? null),
    ]),
    [
      name,
      'whole range',
      null,
      group.name,
      ...columns.map((column) => lineOf(column, group.at)?.range ?? null),
    ] as Row,
  ]);
}
