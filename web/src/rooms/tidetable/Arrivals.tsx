import { useState } from 'react';
import { Link } from 'react-router';
import { useArrivals, type ArrivalsView } from '../../api/channels';
import { amongOf, type Asked } from '../../frame/question';
import { isEveryone } from '../../words/conditions';
import { change, count, money, plural } from '../../words/numbers';
import { newPeopleAddress } from './ask';
import { costOf, type ChannelCost } from './costs';

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
    <div className="items">
      <h2 className="serif">
        New people of the range by channel{' '}
        <Link to={`/a/${asked.app}/settings?part=channels`}>rules and costs</Link>
      </h2>
      <table className="arrivals">
        <thead>
          <tr>
            <th scope="col">Channel</th>
            <th scope="col" className="number">
              New people
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
                nothing known
              </th>
              <People of={view.unknown} comparable={comparable} />
              {costly && <td colSpan={4} />}
            </tr>
          )}
        </tbody>
      </table>
      {view.channels.length > SHOWN && (
        <button className="word" onClick={() => setAll(!all)}>
          {all ? 'Fewer channels' : `All ${count(view.channels.length)} channels`}
        </button>
      )}
      {view.others.range > 0 && (
        <p className="second">{plural(view.others.range, 'person', 'people')} more by rarer channels.</p>
      )}
    </div>
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
        per new person
      </th>
      <th scope="col" className="number">
        before
      </th>
      <th scope="col">Cost known of</th>
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
  const days = cost.whole ? 'every day' : `${count(cost.days)} of ${plural(cost.of, 'day')}`;
  return cost.unconverted > 0 ? `${days}, ${plural(cost.unconverted, 'day')} without a rate` : days;
}
