import Box from '@mui/material/Box';
import { Link } from 'react-router';
import { usePeopleCount } from '../../api/words';
import { PeopleLinks } from '../../parts/PeopleSheet';
import type { PersonCondition } from '../../words/conditions';
import { count } from '../../words/numbers';
import { areaWords, type Area } from './question';
import { TextButton } from '../../kit/buttons';

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
    <Box
      className="plan-people"
      component="section"
      sx={{ m: '8px 16px', '& h2': { fontSize: 14, m: '0 0 4px' } }}
      aria-label="Users in the area"
    >
      <h2>{areaWords(area)}</h2>
      {people.isError && <p className="fall">{people.error.message}</p>}
      <p>
        {all === undefined ? 'Counting …' : `${count(all)} users in this area on these days.`}{' '}
        <PeopleLinks app={app} who={who} /> <Link to={rows}>events here</Link>{' '}
        <TextButton onClick={onClear}>Clear</TextButton>
      </p>
    </Box>
  );
}
