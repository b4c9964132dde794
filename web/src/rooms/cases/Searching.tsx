import { useSearch } from '../../api/changes';
import { plural } from '../../words/numbers';
import { IncidentTable } from './evidence/IncidentTable';

/** How far the search has come, and what it has found so far. */
export function Searching({ app }: { app: string }) {
  const search = useSearch(app, true).data;
  if (!search?.isGoing) return <p className="second">Searching all metrics of all groups for drops …</p>;
  const { rates, ofRates, incidents, ofIncidents } = search;
  return (
    <>
      <p className="second" role="status">
        <progress
          value={rates + incidents.length}
          max={ofRates + Math.max(ofIncidents, 1)}
          aria-label="Searching"
        />{' '}
        {ofIncidents === 0
          ? `${rates} of ${plural(ofRates, 'metric')} searched, each in all groups.`
          : `${incidents.length} of ${plural(ofIncidents, 'case')} analysed.`}
      </p>
      {incidents.length > 0 && <IncidentTable incidents={incidents} currency={search.currency} />}
    </>
  );
}
