import Box from '@mui/material/Box';
import Popover from '@mui/material/Popover';
import { Link } from 'react-router';
import type { PersonCondition } from '../words/conditions';
import { TextButton } from '../kit/buttons';
import { Table } from '../kit/Table';

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

/** The people of a cell, a point or a step: to look at, to save as a segment, to ask about. */
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
        <Box
          className="cell-sheet"
          sx={{
            p: '12px 16px 16px',
            overflow: 'auto',
            '& h2': { m: '0 0 4px', fontSize: 16 },
            '& p': { m: '0 0 8px', maxWidth: 460 },
            '& th': { fontWeight: 400, textAlign: 'left', p: '3px 16px 3px 0', whiteSpace: 'nowrap' },
          }}
          role="dialog"
          aria-label={picked.title}
        >
          <h2 className="serif">{picked.title}</h2>
          <p>{picked.text}</p>
          <Table>
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
          </Table>
          {picked.further?.map(({ name, go }) => (
            <p key={name}>
              <TextButton
                onClick={() => {
                  onClose();
                  go();
                }}
              >
                {name}
              </TextButton>
            </p>
          ))}
        </Box>
      )}
    </Popover>
  );
}

/** The rooms into which some people can be taken. */
export function PeopleLinks({ app, who }: { app: string; who: PersonCondition }) {
  const among = encodeURIComponent(JSON.stringify(who));
  return (
    <Box component="span" sx={{ display: 'inline-flex', gap: 3, whiteSpace: 'nowrap' }}>
      <Link to={`/a/${app}/users?among=${among}`}>Show users</Link>
      <Link to={`/a/${app}/segments?among=${among}`}>Save as segment</Link>
      <Link to={`/a/${app}/metrics?among=${among}`}>Open in Metrics</Link>
      <Link to={`/a/${app}/compare?first=${among}`}>Compare</Link>
    </Box>
  );
}
