import type { MeasureView, Table } from '../../api/measures';
import type { Step } from '../../api/measures';
import { groupName, type Column } from './series';

type Row = (string | number | null)[];

/** One row a period and group, oldest first, then the whole range; of each measure a column. */
export function csvRows(view: MeasureView, columns: Column[], step: Step): Row[] {
  const head: Row = ['range', step.toLowerCase(), 'complete', 'group', ...columns.map((each) => each.title)];
  return [
    head,
    ...rows('asked', view.range, columns),
    ...(view.compared ? rows('compared', view.compared, columns) : []),
  ];
}

function rows(name: string, table: Table, columns: Column[]): Row[] {
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
      period.starts,
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
