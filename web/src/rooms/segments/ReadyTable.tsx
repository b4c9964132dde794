import { Link } from 'react-router';
import { useSaveSegment } from '../../api/segments';
import { useNames, usePeopleCount, useWords } from '../../api/words';
import { TextButton } from '../../kit/buttons';
import { Table } from '../../kit/Table';
import { sayPeople, type PersonCondition } from '../../words/conditions';
import { count, share } from '../../words/numbers';
import { readySegments } from './readySegments';

interface ReadyTableProps {
  app: string;
  /** Names of the segments that exist; ready-made ones of the same name are not offered. */
  taken: ReadonlySet<string>;
  mayChange: boolean;
}

/** Ready-made segments: what they are, how many users they have now, and saving one. */
export function ReadyTable({ app, taken, mayChange }: ReadyTableProps) {
  const words = useWords(app);
  const names = useNames(app);
  const save = useSaveSegment(app);
  const ready = readySegments(words).filter(({ name }) => !taken.has(name));
  if (words.events.length === 0 || ready.length === 0) return null;
  return (
    <>
      <h2>Ready-made segments</h2>
      <Table className="ruled">
        <thead>
          <tr>
            <th scope="col">Name</th>
            <th scope="col">Definition</th>
            <th scope="col" className="number">
              Users now
            </th>
            <th scope="col">
              <span className="spoken">Actions</span>
            </th>
          </tr>
        </thead>
        <tbody>
          {ready.map(({ name, who }) => (
            <tr key={name} data-ready={name}>
              <th scope="row">{name}</th>
              <td>{sayPeople(who, names)}</td>
              <td className="number">
                <UsersNow app={app} who={who} />
              </td>
              <td>
                <Link to={`/a/${app}/users?among=${encodeURIComponent(JSON.stringify(who))}`}>
                  Show users
                </Link>{' '}
                {mayChange && (
                  <TextButton
                    disabled={save.isPending}
                    onClick={() =>
                      save.mutate({
                        id: undefined,
                        name,
                        description: '',
                        owner: '',
                        among: who,
                        fixed: false,
                      })
                    }
                  >
                    Save
                  </TextButton>
                )}
              </td>
            </tr>
          ))}
        </tbody>
      </Table>
      {save.isError && (
        <p className="fall" role="alert">
          {save.error.message}
        </p>
      )}
    </>
  );
}

function UsersNow({ app, who }: { app: string; who: PersonCondition }) {
  const { data, isError } = usePeopleCount(app, who);
  if (isError || !data) return isError ? '\u2013' : '\u2026';
  const { people, all } = data.answer;
  return `${count(people)}${all > 0 ? `, ${share(people / all)} of all` : ''}`;
}
