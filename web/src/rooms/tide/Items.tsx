import { PART } from './looks';
import Box from '@mui/material/Box';
import { Link } from 'react-router';
import { useMeasures } from '../../api/measures';
import { amongOf, type Asked } from '../../model/question';
import { count, money } from '../../words/numbers';
import { ITEM_MEASURES, itemsAddress } from './ask';
import { Table } from '../../kit/Table';

interface Item {
  name: string;
  revenue: number;
  quantity: number;
  purchases: number;
}

const SHOWN = 5;
const MOST_ITEMS = 1000;

/** What sold most and least in the range, by revenue and by quantity. */
export function Items({ asked, hasItems }: { asked: Asked; hasItems: boolean }) {
  const answer = useMeasures(
    asked.app,
    asked.range && hasItems
      ? {
          range: asked.range,
          compared: null,
          step: 'MONTH',
          course: null,
          measures: ITEM_MEASURES,
          formulas: null,
          only: null,
          among: amongOf(asked),
          splits: [{ property: 'item', values: null, top: MOST_ITEMS, people: null }],
          lenient: true,
        }
      : undefined,
  );
  const view = answer.data?.answer;
  if (!view || answer.isError || answer.isPlaceholderData) return null;
  const value = (measure: number, group: number) => view.range.measures[measure]?.groups[group]?.range ?? 0;
  const items: Item[] = view.range.groups.flatMap((group, at) => {
    const part = group.parts[0];
    return part?.kind === 'VALUE'
      ? [
          {
            name: part.value ?? '',
            revenue: value(0, at),
            quantity: value(1, at),
            purchases: value(2, at),
          },
        ]
      : [];
  });
  if (items.length === 0) return null;
  const byRevenue = [...items].sort((a, b) => b.revenue - a.revenue);
  const byQuantity = [...items].sort((a, b) => b.quantity - a.quantity);
  const list = (title: string, of: Item[], say: (item: Item) => string) => (
    <section aria-label={title}>
      <h3>{title}</h3>
      <Table sx={{ width: '100%' }}>
        <tbody>
          {of.map((item) => (
            <tr key={item.name}>
              <th scope="row">{item.name}</th>
              <td className="number">{say(item)}</td>
            </tr>
          ))}
        </tbody>
      </Table>
    </section>
  );
  const revenue = (item: Item) => money(item.revenue, view.currency);
  const quantity = (item: Item) => `${count(item.quantity)} in ${count(item.purchases)} purchases`;
  const least = items.length > SHOWN;
  return (
    <Box sx={PART}>
      <h2 className="serif">
        Items sold in the range <Link to={itemsAddress(asked)}>all {count(items.length)} in Metrics</Link>
      </h2>
      <Box
        sx={{
          display: 'grid',
          gridTemplateColumns: 'repeat(auto-fit, minmax(190px, 420px))',
          gap: '8px 24px',
        }}
      >
        {list('Top by revenue', byRevenue.slice(0, SHOWN), revenue)}
        {list('Top by quantity', byQuantity.slice(0, SHOWN), quantity)}
        {least && list('Lowest by revenue', byRevenue.slice(-SHOWN).reverse(), revenue)}
        {least && list('Lowest by quantity', byQuantity.slice(-SHOWN).reverse(), quantity)}
      </Box>
    </Box>
  );
}
