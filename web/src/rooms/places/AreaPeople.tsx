import { Link } from 'react-router';
import { usePeopleCount } from '../../api/words';
import { PeopleLinks } from '../../frame/PeopleSheet';
import type { PersonCondition } from '../../words/conditions';
import { count } from '../../words/numbers';
import { areaWords, type Area } from './question';

interface AreaPeopleProps {
  app: string;
  area: Area;
  who: PersonCondition;
  /** Their events here, in the room of extracts. */
  rows: string;
  onClear: () => void;
}

/** Whoever was in the squares that were taken. */
export function AreaPeople({ app, area, who, rows, onClear }: AreaPeopleProps) {
  const people = usePeopleCount(app, who);
  const all = people.data?.answer.people;
  return (
    <section className="plan-people" aria-label="People of the area">
      <h2>{areaWords(area)}</h2>
      {people.isError && <p className="fall">{people.error.message}</p>}
      <p>
        {all === undefined ? 'Being counted.' : `${count(all)} people did it here on these days.`}{' '}
        <PeopleLinks app={app} who={who} /> <Link to={rows}>events here</Link>{' '}
        <button className="word" onClick={onClear}>
          let go
        </button>
      </p>
    </section>
  );
}
