import type { By, RegisterView } from '../../api/register';
import { dateWords, instantIn } from '../../words/dates';
import { count, money } from '../../words/numbers';
import type { Words } from './question';

type Order = Pick<Words, 'by' | 'property' | 'largestFirst'>;

interface RegisterRowsProps {
  view: RegisterView;
  words: Words;
  zone: string;
  /** @param at the person's place among all */
  onOpen: (id: string, at: number) => void;
  onOrder: (order: Order) => void;
}

/** One row a person; a column's head puts them in its order. */
export function RegisterRows({ view, words, zone, onOpen, onOrder }: RegisterRowsProps) {
  const head = (by: By, name: string, isNumber = true, property: string | null = null) => {
    const isOrder = words.by === by && words.property === property;
    return (
      <th
        key={name}
        scope="col"
        className={isNumber ? 'number' : undefined}
        aria-sort={isOrder ? (words.largestFirst ? 'descending' : 'ascending') : undefined}
      >
        <button
          className="plain-button"
          onClick={() => onOrder({ by, property, largestFirst: isOrder ? !words.largestFirst : true })}
        >
          {name}
          {isOrder && (words.largestFirst ? ' ↓' : ' ↑')}
        </button>
      </th>
    );
  };
  return (
    <table className="ruled register">
      <caption className="spoken">One row a person; a head of a column puts them in its order.</caption>
      <thead>
        <tr>
          <th scope="col">Person</th>
          {head('REVENUE', 'Revenue')}
          {head('PURCHASES', 'Purchases')}
          {head('EVENTS', 'Events')}
          {head('SESSIONS', 'Sessions')}
          {head('ACTIVE_DAYS', 'Active days')}
          {head('FIRST_SEEN', 'First seen', false)}
          {head('LAST_ACTIVE', 'Last active', false)}
          {view.columns.map((column) => head('PROPERTY', column, false, column))}
        </tr>
      </thead>
      <tbody>
        {view.rows.map((row, index) => (
          <tr key={row.id} data-person={row.name}>
            <td>
              <button className="word" onClick={() => onOpen(row.id, words.from + index)}>
                {row.name}
              </button>
              <span className="second">
                {row.isAccount ? '' : ' · install'}
                {row.installs > 1 ? ` · ${row.installs} installs` : ''}
              </span>
            </td>
            <td className="number">
              {money(row.revenue, view.currency)}
              {row.unconverted > 0 ? ' *' : ''}
            </td>
            <td className="number">{count(row.purchases)}</td>
            <td className="number">{count(row.events)}</td>
            <td className="number">{count(row.sessions)}</td>
            <td className="number">{count(row.activeDays)}</td>
            <td>{instantIn(row.firstSeen, zone)}</td>
            <td>{row.lastActive ? dateWords(row.lastActive) : 'never'}</td>
            {view.columns.map((column, at) => (
              <td key={column}>{row.values[at] ?? <span className="second">not set</span>}</td>
            ))}
          </tr>
        ))}
      </tbody>
    </table>
  );
}
