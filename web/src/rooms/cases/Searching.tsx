import { useSearch } from '../../api/changes';
import { plural } from '../../words/numbers';
import { IncidentTable } from './IncidentTable';

/** How far the search has come, and what it has found so far. */
export function Searching({ app }: { app: string }) {
  const search = useSearch(app, true).data;
  if (!search?.isGoing) return <p className="second">Every figure of every slice is being looked through.</p>;
  const { rates, ofRates, incidents, ofIncidents } = search;
  return (
    <>
      <p className="second" role="status">
        <progress
          value={rates + incidents.length}
          max={ofRates + Math.max(ofIncidents, 1)}
          aria-label="Looking through"
        />{' '}
        {ofIncidents === 0
          ? `${rates} of ${plural(ofRates, 'rate')} looked through, each in every slice.`
          : `${incidents.length} of ${plural(ofIncidents, 'case')} taken apart.`}
      </p>
      {incidents.length > 0 && <IncidentTable incidents={incidents} currency={search.currency} />}
    </>
  );
}
