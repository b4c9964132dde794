import Box from '@mui/material/Box';
import { PART } from './looks';
import { useState } from 'react';
import { Link } from 'react-router';
import { useArrivals, type ArrivalsView } from '../../api/channels';
import { amongOf, type Asked } from '../../model/question';
import { isEveryone } from '../../words/conditions';
import { change, count, money, plural } from '../../words/numbers';
import { newPeopleAddress } from './ask';
import { costOf, type ChannelCost } from './costs';
import { TextButton } from '../../kit/buttons';
import { Table } from '../../kit/Table';

const SHOWN = 8;

interface ArrivalsProps {
  asked: Asked;
  currency: string;
  /** Whether both ranges lie within days that have fully passed in the data. */
  comparable: boolean;
}

/** By which channels the new people of the range came, and what each of them cost where that is known. */
export function Arrivals({ asked, currency, comparable }: ArrivalsProps) {
  const { range, compared } = asked;
  const answer = useArrivals(asked.app, range && compared && { range, compared, among: amongOf(asked) });
  const [all, setAll] = useState(false);
  const view = answer.data?.answer;
  if (!view || !range || answer.isError || answer.isPlaceholderData || view.channels.length === 0)
    return null;
  // A whole channel's cost cannot be divided by some of its people.
  const costly =
    isEveryone(amongOf(asked)) &&
    view.channels.some((each) => each.cost.range.days > 0 || each.cost.compared.days > 0);
  const shown = all ? view.channels : view.channels.slice(0, SHOWN);
  return (
    <Box sx={PART}>
      <h2 className="serif">
        New users of the range by channel{' '}
        <Link to={`/a/${asked.app}/settings?part=channels`}>Rules and costs</Link>
      </h2>
      <Table
        className="arrivals"
        sx={{
          '&& :is(th, td)': { pr: 6 },
          '& thead th': { fontSize: 12, fontWeight: 600, color: 'text.secondary' },
        }}
      >
        <thead>
          <tr>
            <th scope="col">Channel</th>
            <th scope="col" className="number">
              New users
            </th>
            <th scope="col" className="number">
              change
            </th>
            {costly && <CostHeads />}
          </tr>
        </thead>
        <tbody>
          {shown.map((each) => (
            <tr key={each.name}>
              <th scope="row">
                <Link to={newPeopleAddress(asked, range, each.name)}>{each.name}</Link>
              </th>
              <People of={each.people} comparable={comparable} />
              {costly && <Costs each={each} range={range} asked={asked} currency={currency} />}
            </tr>
          ))}
          {(view.unknown.range > 0 || view.unknown.compared > 0) && (
            <tr>
              <th scope="row" className="second">
                unknown
              </th>
              <People of={view.unknown} comparable={comparable} />
              {costly && <td colSpan={4} />}
            </tr>
          )}
        </tbody>
      </Table>
      {view.channels.length > SHOWN && (
        <TextButton onClick={() => setAll(!all)}>
          {all ? 'Show fewer' : `Show all ${count(view.channels.length)} channels`}
        </TextButton>
      )}
      {view.others.range > 0 && (
        <p className="second">{plural(view.others.range, 'more user')} from smaller channels.</p>
      )}
    </Box>
  );
}

function People({ of, comparable }: { of: ArrivalsView['unknown']; comparable: boolean }) {
  return (
    <>
      <td className="number">{count(of.range)}</td>
      <td className="number second">{comparable ? change(of.range, of.compared, 'PEOPLE') : '–'}</td>
    </>
  );
}

function CostHeads() {
  return (
    <>
      <th scope="col" className="number">
        Cost
      </th>
      <th scope="col" className="number">
        per new user
      </th>
      <th scope="col" className="number">
        before
      </th>
      <th scope="col">Days with cost</th>
    </>
  );
}

interface CostsProps {
  each: ArrivalsView['channels'][number];
  range: { from: string; to: string };
  asked: Asked;
  currency: string;
}

function Costs({ each, range, asked, currency }: CostsProps) {
  const now = costOf(each.cost.range, each.people.range, range);
  const before = asked.compared && costOf(each.cost.compared, each.people.compared, asked.compared);
  const amount = (value: number | undefined) => (value === undefined ? '–' : money(value, currency));
  return (
    <>
      <td className="number">{amount(now.cost)}</td>
      <td className="number">{amount(now.each)}</td>
      <td className="number second">{amount(before?.each)}</td>
      <td className="second">{known(now)}</td>
    </>
  );
}

function known(cost: ChannelCost): string {
  if (cost.cost === undefined) return '';
  const days = cost.whole ? 'all' : `${count(cost.days)} of ${plural(cost.of, 'day')}`;
  return cost.unconverted > 0 ? `${days}, ${plural(cost.unconverted, 'day')} without a rate` : days;
}
