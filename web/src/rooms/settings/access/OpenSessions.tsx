import Button from '@mui/material/Button';
import { useEndOtherSessions, useOpenSessions } from '../../../api/settings';
import { instantIn } from '../../../words/dates';
import { Table } from '../../../kit/Table';

/** Where the member is signed in, and ending all sessions but this one. */
export function OpenSessions({ zone }: { zone: string }) {
  const sessions = useOpenSessions();
  const end = useEndOtherSessions();
  if (!sessions.data) return null;
  return (
    <section aria-label="Your sessions">
      <h2 className="serif">Your sessions</h2>
      <Table className="ruled">
        <thead>
          <tr>
            <th scope="col">Signed in</th>
            <th scope="col">Last used</th>
            <th scope="col">From</th>
            <th scope="col">Browser</th>
          </tr>
        </thead>
        <tbody>
          {sessions.data.map((each) => (
            <tr key={`${each.since} ${each.address}`}>
              <td>{instantIn(each.since, zone)}</td>
              <td>{each.current ? 'this session' : each.lastUsed ? instantIn(each.lastUsed, zone) : '–'}</td>
              <td>{each.address}</td>
              <td className="wide">{each.browser || 'unknown'}</td>
            </tr>
          ))}
        </tbody>
      </Table>
      <p>
        <Button disabled={end.isPending || sessions.data.length < 2} onClick={() => end.mutate()}>
          End all other sessions
        </Button>
      </p>
      {end.error && <p className="fall">{end.error.message}</p>}
    </section>
  );
}
