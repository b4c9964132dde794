import Box from '@mui/material/Box';
import type { ReactNode } from 'react';
import { usePeopleCount } from '../../api/words';
import { ConfirmButton } from '../../kit/ConfirmButton';
import type { PersonCondition } from '../../words/conditions';
import { dateWords } from '../../words/dates';
import { count, share } from '../../words/numbers';
import { TextButton } from '../../kit/buttons';
import { Table } from '../../kit/Table';

/** What somebody has given a name. */
interface Named {
  name: string;
  description: string;
  owner: string;
  usedBy: string[];
  changed: string;
  changedBy: string;
}

interface NamedTableProps {
  /** What stands under a name: what, or who. */
  meaning: string;
  people: string;
  children: ReactNode;
}

/** A table of what has been named, a row each. */
export function NamedTable({ meaning, people, children }: NamedTableProps) {
  return (
    <Table className="ruled">
      <thead>
        <tr>
          <th scope="col">Name</th>
          <th scope="col">{meaning}</th>
          <th scope="col" className="number">
            {people}
          </th>
          <th scope="col" className="number">
            Share of users
          </th>
          <th scope="col">Used by</th>
          <th scope="col">Owner</th>
          <th scope="col">Changed</th>
          <th scope="col">
            <span className="spoken">Actions</span>
          </th>
        </tr>
      </thead>
      <tbody>{children}</tbody>
    </Table>
  );
}

interface NamedRowProps {
  app: string;
  of: Named;
  /** A word after the name. */
  note?: string | undefined;
  says: ReactNode;
  /** The people it stands for, counted here. */
  who: PersonCondition;
  /** Ways on from it. */
  links?: ReactNode;
  mayChange: boolean;
  onEdit: () => void;
  onRemove: () => void;
  fault: Error | null;
}

/** One of them: what it means, how many people, who uses it, and what can be done with it. */
export function NamedRow(props: NamedRowProps) {
  const { app, of, note, says, who, links, mayChange, fault } = props;
  const counted = usePeopleCount(app, who).data?.answer;
  return (
    <>
      <tr data-named={of.name}>
        <td>
          {of.name}
          {note && <span className="second"> · {note}</span>}
        </td>
        <Box component="td" className="wide" sx={{ maxWidth: 380, '& .second': { display: 'block' } }}>
          {says}
          {of.description && <span className="second">{of.description}</span>}
        </Box>
        <td className="number">{counted ? count(counted.people) : '…'}</td>
        <td className="number">{counted && counted.all > 0 ? share(counted.people / counted.all) : '…'}</td>
        <td>{of.usedBy.join(', ') || '–'}</td>
        <td>{of.owner || '–'}</td>
        <td>
          {dateWords(of.changed.slice(0, 10))} by {of.changedBy}
        </td>
        <Box component="td" sx={{ '&&': { textAlign: 'right' }, '& > * + *': { ml: 2.5 } }}>
          {links}
          {mayChange && (
            <>
              <TextButton onClick={props.onEdit}>change</TextButton>
              <ConfirmButton word="remove" question={`Remove “${of.name}”?`} onConfirm={props.onRemove} />
            </>
          )}
        </Box>
      </tr>
      {fault && (
        <tr>
          <td colSpan={8} className="fall">
            <span role="alert">{fault.message}</span>
          </td>
        </tr>
      )}
    </>
  );
}
