import { Link } from 'react-router';
import type { ExtractView } from '../../api/extracts';
import type { AppView } from '../../api/queries';
import { DataTable, type DataColumn } from '../../kit/DataTable';
import { instantIn } from '../../words/dates';

interface EventTableProps {
  app: AppView;
  view: ExtractView;
  /** Properties as columns of their own; without any, one column has all properties of an event. */
  columns: string[];
}

interface Row {
  id: number;
  always: string[];
  values: Record<string, string>;
}

/** One row for each event. */
export function EventTable({ app, view, columns }: EventTableProps) {
  const rows = view.rows.map(({ always, values }, id): Row => ({
    id,
    always: always as string[],
    values: values as Row['values'],
  }));
  return (
    <DataTable
      label="Events"
      columns={columnsOf(app, view, columns)}
      rows={rows}
      wraps={columns.length === 0}
    />
  );
}

function columnsOf(app: AppView, view: ExtractView, properties: string[]): DataColumn<Row>[] {
  const own = (row: Row, name: string) => row.always[view.always.indexOf(name)] ?? '';
  const amount = (row: Row) =>
    own(row, 'amount') && `${own(row, 'currency')} ${own(row, 'amount')} ${own(row, 'revenue_type')}`;
  return [
    { key: 'time', name: 'Time', width: 150, text: (row) => instantIn(own(row, 'time'), app.zone) },
    { key: 'name', name: 'Event', width: 140, text: (row) => own(row, 'name') },
    {
      key: 'user',
      name: 'User',
      width: 90,
      text: (row) => own(row, 'person'),
      show: (row) => (
        <Link to={`/a/${app.key}/users?person=${own(row, 'person')}`}>{own(row, 'person')}</Link>
      ),
    },
    ...properties.map((property): DataColumn<Row> => ({
      key: `property ${property}`,
      name: property,
      text: (row) => row.values[property] ?? '',
    })),
    { key: 'amount', name: 'Amount', isNumber: true, width: 150, text: amount },
    ...(properties.length === 0
      ? [
          {
            key: 'properties',
            name: 'Properties',
            fills: true,
            text: ({ values }: Row) =>
              Object.entries(values)
                .map(([name, value]) => `${name} ${value}`)
                .join(' · '),
          },
        ]
      : []),
  ];
}
