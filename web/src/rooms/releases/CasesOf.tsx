import { ControlHint } from '../../kit/Hint';
import { Link } from 'react-router';
import type { IncidentView } from '../../api/changes';
import type { StandingView } from '../../api/standings';
import { KIND, nowWord, titleOf } from '../../words/changes';

interface CasesOfProps {
  app: string;
  standing: StandingView;
  incidents: IncidentView[];
}

/** What fell and is linked to a release, each with the way to its case; of all platforms what fell on any. */
export function CasesOf({ app, standing: { version, platform }, incidents }: CasesOfProps) {
  return incidents
    .filter(({ blamed }) => blamed?.version === version && (platform === '' || blamed.platform === platform))
    .map((each) => (
      <div key={each.id}>
        <ControlHint text={titleOf(each)}>
          <Link to={`/a/${app}/cases?case=${encodeURIComponent(each.id)}`}>{KIND[each.kind]}</Link>
        </ControlHint>
        {`, ${nowWord(each)}`}
      </div>
    ));
}
