import { Link } from 'react-router';
import type { ExtractView } from '../../api/extracts';
import type { AppView } from '../../api/queries';
import { instantIn } from '../../words/dates';

interface EventTableProps {
  app: AppView;
  view: ExtractView;
  /** Properties as columns of their own; without any, all that an event has stand in one. */
  columns: string[];
}

/** One row an event. */
export function EventTable({ app, view, columns }: EventTableProps) {
  const at = (name: string) => view.always.indexOf(name);
  return (
    <table className="ruled extract">
      <thead>
        <tr>
          <th>Time</th>
          <th>Event</th>
          <th>Person</th>
          {columns.map((column) => (
            <th key={column}>{column}</th>
          ))}
          <th className="number">Paid</th>
          {columns.length === 0 && <th>Properties</th>}
        </tr>
      </thead>
      <tbody>
        {view.rows.map(({ always, values }, index) => {
          const own = (name: string) => always[at(name)] ?? '';
          const person = own('person');
          return (
            <tr key={index}>
              <td>{instantIn(own('time'), app.zone)}</td>
              <td>{own('name')}</td>
              <td>
                <Link to={`/a/${app.key}/register?person=${person}`}>{person}</Link>
              </td>
              {columns.map((column) => (
                <td key={column}>{values[column] ?? ''}</td>
              ))}
              <td className="number">
                {own('amount') && `${own('currency')} ${own('amount')} ${own('revenue_type')}`}
              </td>
              {columns.length === 0 && (
                <td className="extract-all">
                  {Object.entries(values)
                    .map(([name, value]) => `${name} ${value}`)
                    .join(' · ')}
                </td>
              )}
            </tr>
          );
        })}
      </tbody>
    </table>
  );
}
