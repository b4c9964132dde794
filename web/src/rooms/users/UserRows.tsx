import { TermMark } from '../../help/TermMark';
import type { By, PersonView, RegisterView } from '../../api/register';
import { TextButton } from '../../kit/buttons';
import { DataTable, type DataColumn, type DataOrder } from '../../kit/DataTable';
import { dateWords, instantIn } from '../../words/dates';
import { count, money } from '../../words/numbers';
import type { Words } from './question';

type Order = Pick<Words, 'by' | 'property' | 'largestFirst'>;
type Row = PersonView & { at: number };

interface RegisterRowsProps {
  view: RegisterView;
  words: Words;
  zone: string;
  /** @param at the user's place among all */
  onOpen: (id: string, at: number) => void;
  onOrder: (order: Order) => void;
}

/** Before the name of a property in the key of its column; keys of other columns are orders of the server. */
const PROPERTY = 'PROPERTY ';

const keyOf = ({ by, property }: Pick<Words, 'by' | 'property'>) =>
  property === null ? by : PROPERTY + property;

function orderOf({ key, largestFirst }: DataOrder): Order {
  return key.startsWith(PROPERTY)
    ? { by: 'PROPERTY', property: key.slice(PROPERTY.length), largestFirst }
    : { by: key as By, property: null, largestFirst };
}

/** One row for each user. */
export function UserRows({ view, words, zone, onOpen, onOrder }: RegisterRowsProps) {
  const rows = view.rows.map((row, index): Row => ({ ...row, at: words.from + index }));
  return (
    <DataTable
      label="Users"
      columns={columnsOf(view, zone, onOpen)}
      rows={rows}
      order={{ key: keyOf(words), largestFirst: words.largestFirst }}
      onOrder={(order) => onOrder(orderOf(order))}
    />
  );
}

function columnsOf(view: RegisterView, zone: string, onOpen: RegisterRowsProps['onOpen']): DataColumn<Row>[] {
  const number = (key: By, name: string, term: string, text: (row: Row) => string): DataColumn<Row> => ({
    key,
    name,
    mark: <TermMark term={term} isQuiet />,
    text,
    isNumber: true,
    isOrdering: true,
    width: 96,
  });
  return [
    {
      key: 'name',
      name: 'User',
      width: 190,
      text: (row) => row.name,
      show: (row) => (
        <>
          <TextButton onClick={() => onOpen(row.id, row.at)}>{row.name}</TextButton>
          <span className="second">
            {row.isAccount ? '' : ' · install'}
            {row.installs > 1 ? ` · ${row.installs} installs` : ''}
          </span>
        </>
      ),
    },
    number(
      'REVENUE',
      'Revenue',
      'Revenue',
      (row) => money(row.revenue, view.currency) + (row.unconverted > 0 ? ' *' : ''),
    ),
    number('PURCHASES', 'Purchases', 'Purchases', (row) => count(row.purchases)),
    number('EVENTS', 'Events', 'Event', (row) => count(row.events)),
    number('SESSIONS', 'Sessions', 'Sessions', (row) => count(row.sessions)),
    number('ACTIVE_DAYS', 'Active days', 'Active days', (row) => count(row.activeDays)),
    {
      key: 'FIRST_SEEN',
      name: 'First seen',
      isOrdering: true,
      width: 150,
      text: (row) => instantIn(row.firstSeen, zone),
    },
    {
      key: 'LAST_ACTIVE',
      name: 'Last active',
      isOrdering: true,
      width: 110,
      text: (row) => (row.lastActive ? dateWords(row.lastActive) : 'never'),
    },
    ...view.columns.map((property, at): DataColumn<Row> => ({
      key: PROPERTY + property,
      name: property,
      isOrdering: true,
      text: (row) => row.values[at] ?? 'not set',
    })),
  ];
}
