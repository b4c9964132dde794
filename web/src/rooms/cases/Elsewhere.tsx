import { Row } from '../../kit/layout';
import { Link } from 'react-router';
import type { ChosenFall, IncidentView } from '../../api/changes';
import { useWatched } from '../../api/watched';
import { daysParam } from '../../model/question';
import { sliceWords } from '../../words/changes';

interface ElsewhereProps {
  app: string;
  incident: IncidentView;
}

/** These people in other rooms: every event of theirs, how far they go, and the slowest spot on the plan of its level. */
export function Elsewhere({ app, incident: { spot, days, slice } }: ElsewhereProps) {
  // A currency is of payments, not of people.
  const people = slice.filter(({ property }) => property !== 'currency');
  if (people.length === 0) return null;
  const who = { all: people.map(({ property, value }) => ({ property, is: value })) };
  const to = (room: string, question: Record<string, string>) =>
    `/a/${app}/${room}?${new URLSearchParams({ ...question, days: daysParam(days) }).toString()}`;
  return (
    <Row as="p" sx={{ gap: '4px 20px' }}>
      <Link to={to('events', { among: JSON.stringify(who) })}>Their events of these days</Link>
      <Link to={to('funnels', { split: JSON.stringify({ people: [{ name: sliceWords(people), who }] }) })}>
        Their most common path, compared with the others
      </Link>
      {spot && (
        <Link
          to={to('levels', {
            level: String(spot.level),
            show: 'fps.mean',
            beside: 'group',
            group: JSON.stringify(who),
          })}
        >
          Level {spot.level} map, compared with other users
        </Link>
      )}
    </Row>
  );
}

/** What was chosen to be watched, where it can be taken apart: a measure in its room, people in the tide table. */
export function TakeApart({ app, fall }: { app: string; fall: ChosenFall }) {
  const of = useWatched(app).data?.find((each) => each.id === fall.id);
  if (!of) return null;
  const { measures, formulas, only, among } = of.question;
  const said = { m: measures, f: formulas?.length ? formulas : null, only, among };
  const question = Object.entries(said).flatMap(([name, value]) =>
    value ? [[name, JSON.stringify(value)]] : [],
  );
  const params = new URLSearchParams([...question, ['days', daysParam(fall.days)]]);
  if (measures) params.set('compare', 'yes');
  return (
    <Row as="p" sx={{ gap: '4px 20px' }}>
      <Link to={`/a/${app}/${measures ? 'metrics' : 'tide'}?${params.toString()}`}>
        {measures ? 'Split in Metrics' : 'These users in the tide table'}
      </Link>
    </Row>
  );
}
