import Popover from '@mui/material/Popover';
import { Link } from 'react-router';
import type { PersonCondition } from '../words/conditions';

/** Some people of what was picked. */
export interface SheetPeople {
  /** "645 came back". */
  name: string;
  who: PersonCondition;
}

export interface Picked {
  place: Element;
  /** What was picked, and what it says. */
  title: string;
  text: string;
  people: SheetPeople[];
  /** What else can be asked of it. */
  further?: { name: string; go: () => void }[];
}

interface PeopleSheetProps {
  app: string;
  picked: Picked | undefined;
  onClose: () => void;
}

/** The people of a cell, a point or a step: to look at, to name as a segment, to ask about. */
export function PeopleSheet({ app, picked, onClose }: PeopleSheetProps) {
  return (
    <Popover
      open={picked !== undefined}
      anchorEl={picked?.place ?? null}
      onClose={onClose}
      anchorOrigin={{ vertical: 'bottom', horizontal: 'left' }}
      slotProps={{ paper: { sx: { border: '1px solid var(--rule)', mt: 1 } } }}
    >
      {picked && (
        <div className="cell-sheet" role="dialog" aria-label={picked.title}>
          <h2 className="serif">{picked.title}</h2>
          <p>{picked.text}</p>
          <table>
            <tbody>
              {picked.people.map(({ name, who }) => (
                <tr key={name}>
                  <th scope="row">{name}</th>
                  <td>
                    <PeopleLinks app={app} who={who} />
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
          {picked.further?.map(({ name, go }) => (
            <p key={name}>
              <button
                className="word"
                onClick={() => {
                  onClose();
                  go();
                }}
              >
                {name}
              </button>
            </p>
          ))}
        </div>
      )}
    </Popover>
  );
}

/** The rooms into which some people can be taken. */
export function PeopleLinks({ app, who }: { app: string; who: PersonCondition }) {
  const among = encodeURIComponent(JSON.stringify(who));
  return (
    <span className="people-links">
      <Link to={`/a/${app}/register?among=${among}`}>people</Link>
      <Link to={`/a/${app}/segments?among=${among}`}>as a segment</Link>
      <Link to={`/a/${app}/measures?among=${among}`}>measure</Link>
      <Link to={`/a/${app}/contrast?first=${among}`}>side by side</Link>
    </span>
  );
}
