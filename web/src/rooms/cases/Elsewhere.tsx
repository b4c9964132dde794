import { Link } from 'react-router';
import type { ChosenFall, IncidentView } from '../../api/changes';
import type { Figure } from '../../api/queries';
import { useWatched } from '../../api/watched';
import { useWords } from '../../api/words';
import { daysParam } from '../../frame/question';
import { sliceWords } from '../../words/changes';
import { pathsOf } from '../../words/paths';

/** What people do last on the path that ends in what fell. */
const END: Partial<Record<Figure, string>> = {
  PURCHASES: 'purchase',
  FIRST_PATH: 'beacon_lit',
  AD_REVENUE: 'ad_finished',
};

interface ElsewhereProps {
  app: string;
  incident: IncidentView;
}

/** These people in other rooms: every event of theirs, how far they go, and the slowest spot on the plan of its level. */
export function Elsewhere({ app, incident: { spot, days, slice, drops } }: ElsewhereProps) {
  const { events } = useWords(app);
  // A currency is of payments, not of people.
  const people = slice.filter(({ property }) => property !== 'currency');
  if (people.length === 0) return null;
  const who = { all: people.map(({ property, value }) => ({ property, is: value })) };
  const end = drops[0] && END[drops[0].figure];
  const path = pathsOf(events.map(({ name }) => name)).find((each) => each.events.at(-1) === end);
  const to = (room: string, question: Record<string, string>) =>
    `/a/${app}/${room}?${new URLSearchParams({ ...question, days: daysParam(days) }).toString()}`;
  return (
    <p className="case-elsewhere">
      <Link to={to('extracts', { among: JSON.stringify(who) })}>Their events of these days, one by one</Link>
      {path && (
        <Link
          to={to('funnels', {
            steps: JSON.stringify(path.events),
            split: JSON.stringify({ people: [{ name: sliceWords(people), who }] }),
          })}
        >
          How far they go on {path.name}, beside the others
        </Link>
      )}
      {spot && (
        <Link
          to={to('places', {
            level: String(spot.level),
            show: 'fps.mean',
            beside: 'group',
            group: JSON.stringify(who),
          })}
        >
          Level {spot.level} on its plan, they against the rest
        </Link>
      )}
    </p>
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
    <p className="case-elsewhere">
      <Link to={`/a/${app}/${measures ? 'measures' : 'tide'}?${params.toString()}`}>
        {measures ? 'Take it apart in Measures' : 'These people in the tide table'}
      </Link>
    </p>
  );
}
