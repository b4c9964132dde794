import { Link } from 'react-router';
import { useChanges, type IncidentView } from '../../api/changes';
import type { DayRange } from '../../api/queries';
import type { Finding } from '../../parts/answer/Answer';
import { amongOf, type Asked } from '../../model/question';
import { daysWords, KIND, nowWord, sizeOf, titleOf } from '../../words/changes';
import { isEveryone } from '../../words/conditions';

/** More than this would hide what else is to be said; all stand in the room of cases. */
const MOST = 4;

const touches = (incident: IncidentView, range: DayRange) =>
  incident.days.from < range.to && range.from < incident.days.to;

/** What fell in the range or still does, of everybody, each with the way to its case. */
export function useCaseFindings(asked: Asked): Finding[] {
  const changes = useChanges(asked.app);
  const { range } = asked;
  if (!range || !isEveryone(amongOf(asked))) return [];
  return (changes.data?.answer.incidents ?? [])
    .filter((incident) => nowWord(incident) === 'ongoing' || touches(incident, range))
    .slice(0, MOST)
    .map((incident) => ({
      key: `case ${incident.id}`,
      text: (
        <>
          <Link to={`/a/${asked.app}/cases?case=${encodeURIComponent(incident.id)}`}>
            {titleOf(incident)}
          </Link>
          {`, ${sizeOf(incident)}: ${daysWords(incident.days)}. ${KIND[incident.kind]}${incident.blamed ? `, after ${incident.blamed.version}` : ''}.`}
        </>
      ),
    }));
}
