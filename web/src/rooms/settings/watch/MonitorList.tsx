import { Link } from 'react-router';
import type { AppView } from '../../../api/queries';
import { useNames } from '../../../api/words';
import { useWatched, useWatchNoMore } from '../../../api/watched';
import { ConfirmButton } from '../../../kit/ConfirmButton';
import { dateWords } from '../../../words/dates';
import { notifyWords, standWords, whatWords } from './monitorWords';
import { Table } from '../../../kit/Table';

/** The monitors of an app: what each watches, how it stood on the last full day, and removing it. */
export function MonitorList({ app, mayChange }: { app: AppView; mayChange: boolean }) {
  const watched = useWatched(app.key);
  const remove = useWatchNoMore(app.key);
  const names = useNames(app.key);
  return (
    <>
      <h1 className="serif">Monitors</h1>
      <p className="second">
        Headline metrics of all users and of large groups are always monitored. You can also create monitors
        for any metric (in <Link to={`/a/${app.key}/metrics`}>Metrics</Link>) and for the headline metrics of
        a segment (in <Link to={`/a/${app.key}/segments`}>Segments</Link>). A drop becomes a case and an
        alert.
      </p>
      {watched.isError && <p className="fall">{watched.error.message}</p>}
      {watched.data?.length === 0 && <p>No monitors yet.</p>}
      {watched.data && watched.data.length > 0 && (
        <Table className="ruled" sx={{ '& tbody > tr > *': { verticalAlign: 'top' } }}>
          <thead>
            <tr>
              <th scope="col">Name</th>
              <th scope="col">What</th>
              <th scope="col">Notifies</th>
              <th scope="col">Last full day</th>
              <th scope="col">Created</th>
              {mayChange && <th scope="col" />}
            </tr>
          </thead>
          <tbody>
            {watched.data.map((each) => (
              <tr key={each.id}>
                <th scope="row">{each.name}</th>
                <td>{whatWords(each, names)}</td>
                <td>{notifyWords(each)}</td>
                <td>
                  {each.fault ? (
                    <span className="fall">{each.fault}</span>
                  ) : (
                    standWords(each.stands, app.currency).map((line) => <div key={line}>{line}</div>)
                  )}
                </td>
                <td>
                  {dateWords(each.made.slice(0, 10))} by {each.madeBy}
                </td>
                {mayChange && (
                  <td>
                    <ConfirmButton
                      word="Remove"
                      question={`Remove the monitor “${each.name}”?`}
                      onConfirm={() => remove.mutate(each.id)}
                    />
                  </td>
                )}
              </tr>
            ))}
          </tbody>
        </Table>
      )}
      {remove.error && <p className="fall">{remove.error.message}</p>}
    </>
  );
}
