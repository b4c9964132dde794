import { Link } from 'react-router';
import type { AppView } from '../../api/queries';
import { useNames } from '../../api/words';
import { useWatched, useWatchNoMore, type StandView, type WatchedView } from '../../api/watched';
import { ConfirmButton } from '../../kit/ConfirmButton';
import { sayEvents, sayPeople, type Names } from '../../words/conditions';
import { dateWords } from '../../words/dates';
import { figureTitle } from '../../words/figures';
import { measureValue, sayMeasure } from '../../words/measures';

/** What people chose to have watched besides the headline figures, how it stands, and taking it out again. */
export function WatchedList({ app, mayChange }: { app: AppView; mayChange: boolean }) {
  const watched = useWatched(app.key);
  const remove = useWatchNoMore(app.key);
  const names = useNames(app.key);
  return (
    <>
      <h1 className="serif">What is watched by choice</h1>
      <p className="second">
        The headline figures are watched always, of everybody and of every slice with enough people. Any
        measure can be watched as well, from where it is asked (
        <Link to={`/a/${app.key}/measures`}>Measures</Link>
        ), and the headline figures of any segment (<Link to={`/a/${app.key}/segments`}>Segments</Link>). A
        fall of them is a case and an alert, or stands in the case with which it began.
      </p>
      {watched.isError && <p className="fall">{watched.error.message}</p>}
      {watched.data?.length === 0 && <p>Nothing is watched by choice yet.</p>}
      {watched.data && watched.data.length > 0 && (
        <table className="ruled watched">
          <thead>
            <tr>
              <th scope="col">Name</th>
              <th scope="col">What</th>
              <th scope="col">Told</th>
              <th scope="col">On the last full day</th>
              <th scope="col">Chosen</th>
              {mayChange && <th scope="col" />}
            </tr>
          </thead>
          <tbody>
            {watched.data.map((each) => (
              <tr key={each.id}>
                <th scope="row">{each.name}</th>
                <td>{whatWords(each, names)}</td>
                <td>{told(each)}</td>
                <td>
                  {each.fault ? (
                    <span className="fall">{each.fault}</span>
                  ) : (
                    <Stands stands={each.stands} currency={app.currency} />
                  )}
                </td>
                <td>
                  {dateWords(each.made.slice(0, 10))} by {each.madeBy}
                </td>
                {mayChange && (
                  <td>
                    <ConfirmButton
                      word="Remove"
                      question={`Watch “${each.name}” no longer?`}
                      onConfirm={() => remove.mutate(each.id)}
                    />
                  </td>
                )}
              </tr>
            ))}
          </tbody>
        </table>
      )}
      {remove.error && <p className="fall">{remove.error.message}</p>}
    </>
  );
}

function told({ question, isWorseAbove }: WatchedView): string {
  if (!question.measures) return 'when one gets worse';
  return isWorseAbove ? 'when it rises' : 'when it falls';
}

/** The question in words. */
function whatWords({ question }: WatchedView, names: Names): string {
  const { measures, formulas, watched, only, among } = question;
  const formula = formulas?.find((each) => each.name === watched);
  const measured = measures?.map((each) =>
    formula ? `${each.name}: ${sayMeasure(each, names)}` : sayMeasure(each, names),
  );
  const what = measured
    ? `${formula ? `${formula.text}, where ` : ''}${measured.join(', ')}`
    : 'every headline figure';
  return `${what}${only ? `, only ${sayEvents(only, names)}` : ''}${among ? ` of people ${sayPeople(among, names)}` : ''}`;
}

/** A measure with its band; of figures only those that lie outside. */
function Stands({ stands, currency }: { stands: StandView[]; currency: string }) {
  if (stands.length === 0) return 'learning';
  const said = (stand: StandView) =>
    `${measureValue(stand.value, stand.unit, currency)}, expected ${measureValue(stand.low, stand.unit, currency)} to ${measureValue(stand.high, stand.unit, currency)}`;
  const [only] = stands;
  if (stands.length === 1 && only)
    return only.low === null
      ? `${measureValue(only.value, only.unit, currency)}; no band: fewer than three weeks have values, or too many days are empty`
      : said(only);
  const known = stands.filter((stand) => stand.low !== null && stand.high !== null && stand.value !== null);
  const out = known.filter(
    (stand) => (stand.value ?? 0) < (stand.low ?? 0) || (stand.value ?? 0) > (stand.high ?? 0),
  );
  return (
    <>
      {known.length} of {stands.length} figures have a band
      {known.length > 0 && out.length === 0 && ', all within'}
      {out.map((stand) => (
        <div key={stand.figure}>
          {stand.figure && figureTitle(stand.figure)}: {said(stand)}
        </div>
      ))}
    </>
  );
}
