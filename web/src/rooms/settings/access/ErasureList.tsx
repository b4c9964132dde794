import type { AppView } from '../../../api/queries';
import { useErasures, type ErasureView } from '../../../api/register';
import { instantIn } from '../../../words/dates';
import { count } from '../../../words/numbers';
import { Table } from '../../../kit/Table';

const STATES: Record<ErasureView['state'], string> = {
  WAITING: 'under way',
  DONE: 'done',
  FAILED: 'failed; tried again at the next start of the server',
};

/** Users of an app who were erased, or are being erased: how far that is, and where their names may still stand. */
export function ErasureList({ app }: { app: AppView }) {
  const erasures = useErasures(app.key);
  if (erasures.isError) return <p className="fall">{erasures.error.message}</p>;
  return (
    <>
      <h2>Erased users</h2>
      {erasures.data?.length === 0 && <p>No user of {app.name} has been erased.</p>}
      {erasures.data && erasures.data.length > 0 && (
        <Table className="ruled">
          <thead>
            <tr>
              <th scope="col">Requested</th>
              <th scope="col">State</th>
              <th scope="col" className="number">
                Events
              </th>
              <th scope="col" className="number">
                Rejected rows
              </th>
              <th scope="col">The name may still stand in</th>
            </tr>
          </thead>
          <tbody>
            {erasures.data.map((erasure) => (
              <tr key={erasure.id}>
                <th scope="row">
                  {instantIn(erasure.requested, app.zone)} by {erasure.requestedBy}
                </th>
                <td>{STATES[erasure.state]}</td>
                <td className="number">{count(erasure.events)}</td>
                <td className="number">{count(erasure.rejectedRows)}</td>
                <td className="wide">{erasure.leftovers?.join('; ') || '–'}</td>
              </tr>
            ))}
          </tbody>
        </Table>
      )}
    </>
  );
}
