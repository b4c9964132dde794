import { useNavigate } from 'react-router';
import { useDeleteApp, type AppView } from '../../../api/queries';
import { ConfirmButton } from '../../../kit/ConfirmButton';
import { ErasureList } from './ErasureList';
import { Table } from '../../../kit/Table';

/** What an app is, and deleting it. */
export function AppPart({ app }: { app: AppView }) {
  const remove = useDeleteApp();
  const navigate = useNavigate();
  return (
    <>
      <h1 className="serif">{app.name}</h1>
      <Table className="ruled" sx={{ '&&': { width: 'auto' } }}>
        <tbody>
          <tr>
            <th scope="row">Short name, in addresses</th>
            <td>{app.key}</td>
          </tr>
          <tr>
            <th scope="row">Reporting time zone</th>
            <td>{app.zone}</td>
          </tr>
          <tr>
            <th scope="row">Currency</th>
            <td>{app.currency}</td>
          </tr>
        </tbody>
      </Table>
      <ErasureList app={app} />
      <h2>Delete</h2>
      <p>
        <ConfirmButton
          word="Delete this app"
          question={`Delete ${app.name} with all its data?`}
          typed={app.name}
          onConfirm={() => remove.mutate(app, { onSuccess: () => void navigate('/') })}
        >
          <p>
            All events, users, imports, rejected rows, releases, segments, cases, evidence and API keys of
            this app are deleted for ever. It disappears at once for all members; its data are gone some
            seconds later. The audit log keeps its entries.
          </p>
        </ConfirmButton>
      </p>
      {remove.error && (
        <p className="fall" role="alert">
          {remove.error.message}
        </p>
      )}
    </>
  );
}
