import { Link } from 'react-router';
import type { AppView, Foot as FootView, RailView } from '../api/queries';
import { instantIn } from '../words/dates';
import { count, plural } from '../words/numbers';

interface FootProps {
  foot: FootView | undefined;
  rail: RailView | undefined;
  app: AppView | undefined;
}

/** What the answer above rests on. */
export function Foot({ foot, rail, app }: FootProps) {
  return (
    <footer className="foot">
      {foot && app ? (
        <>
          <span title="Up to then, time has fully passed in the data.">
            Data to {instantIn(foot.dataTo, app.zone)}
          </span>
          <span title="Received time of the newest event: the same watermark gives the same numbers.">
            Watermark {instantIn(foot.watermark, app.zone)}
          </span>
          <span>{count(foot.events)} events</span>
          <span>Answered in {foot.millis.toFixed(1)} ms</span>
        </>
      ) : (
        <span>No answer yet</span>
      )}
      {rail && app && <Link to={`/a/${app.key}/intake`}>{plural(rail.heldBack, 'rejected row')}</Link>}
      {app && <span>Days by the clocks of {app.zone}</span>}
    </footer>
  );
}
