import { IN_SMALL } from '../kit/windows';
import Box from '@mui/material/Box';
import { Link } from 'react-router';
import type { AppView, Foot as FootView, RailView } from '../api/queries';
import { TermMark } from '../help/TermMark';
import { instantIn } from '../words/dates';
import { count, plural } from '../words/numbers';

interface FootProps {
  foot: FootView | undefined;
  rail: RailView | undefined;
  app: AppView | undefined;
}

const LOOK = {
  display: 'flex',
  gap: '20px',
  alignItems: 'center',
  height: 24,
  px: 4,
  borderTop: '1px solid var(--rule)',
  color: 'text.secondary',
  fontSize: 12,
  whiteSpace: 'nowrap',
  overflow: 'hidden',
  '& a': { color: 'inherit' },
  [IN_SMALL]: { flexWrap: 'wrap', gap: '0 14px', height: 'auto', fontSize: 11 },
};

/** What the answer above rests on. */
export function Foot({ foot, rail, app }: FootProps) {
  return (
    <Box component="footer" className="foot" sx={LOOK}>
      {foot && app ? (
        <>
          <span>
            Complete to {instantIn(foot.dataTo, app.zone)}
            <TermMark term="Full days" />
          </span>
          <span>
            Last received {instantIn(foot.watermark, app.zone)}
            <TermMark term="Newest event" />
          </span>
          <span>{count(foot.events)} events</span>
          <span>Answered in {foot.millis.toFixed(1)} ms</span>
        </>
      ) : (
        <span>No answer yet</span>
      )}
      {rail && app && <Link to={`/a/${app.key}/import`}>{plural(rail.heldBack, 'rejected row')}</Link>}
      {app && <span>Time zone {app.zone}</span>}
    </Box>
  );
}
