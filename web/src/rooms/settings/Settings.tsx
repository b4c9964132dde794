import { IN_SMALL } from '../../kit/windows';
import Box from '@mui/material/Box';
import { useSearchParams } from 'react-router';
import { useSession } from '../../api/queries';
import { useFrame } from '../../model/frame';
import { AlertList } from './watch/AlertList';
import { AppPart } from './access/AppPart';
import { AuditList } from './access/AuditList';
import { ChannelRules } from './data/ChannelRules';
import { KeyList } from './access/KeyList';
import { MarkList } from './calendar/MarkList';
import { OwnPassword } from './access/OwnPassword';
import { PeopleList } from './access/PeopleList';
import { RateList } from './data/RateList';
import { ReleaseList } from './calendar/ReleaseList';
import { Settlements } from './data/Settlements';
import { MonitorList } from './watch/MonitorList';
import { PlainButton } from '../../kit/buttons';
import { SETTINGS } from '../../model/rooms';

type Part = keyof typeof SETTINGS;

const LOOK = {
  display: 'flex',
  flex: 1,
  minHeight: 0,
  bgcolor: 'background.paper',
  '& > nav': {
    display: 'flex',
    flexDirection: 'column',
    flex: 'none',
    gap: 2,
    p: 4,
    width: 150,
    borderRight: '1px solid var(--rule)',
  },
  '& > nav [aria-current]': { color: 'var(--deep)', fontWeight: 600 },
  '& td .word + .word': { ml: 2 },
  [IN_SMALL]: {
    display: 'block',
    overflow: 'auto',
    '& > nav': {
      flexFlow: 'row wrap',
      width: 'auto',
      p: '8px 16px',
      borderRight: 0,
      borderBottom: '1px solid var(--rule)',
    },
  },
};

const KEEPERS = new Set<Part>(['people', 'keys', 'audit', 'app']);

/** What is entered by hand about an app, and who may come in. */
export default function Settings() {
  const { app } = useFrame();
  const [params, setParams] = useSearchParams();
  const role = useSession().data?.role;
  const asked = params.get('part') ?? 'marks';
  const part: Part = asked in SETTINGS ? (asked as Part) : 'marks';
  const may = role === 'KEEPER' || !KEEPERS.has(part);
  const go = (next: Part) => {
    params.set('part', next);
    setParams(params);
  };
  return (
    <Box className="settings" sx={LOOK}>
      <nav aria-label="Parts of the settings">
        {(Object.keys(SETTINGS) as Part[]).map((each) => (
          <PlainButton key={each} aria-current={each === part || undefined} onClick={() => go(each)}>
            {SETTINGS[each]}
          </PlainButton>
        ))}
      </nav>
      <Box className="settings-part sheet" sx={{ minWidth: 0 }}>
        {!may && <p className="serif">Admins only.</p>}
        {may && part === 'people' && <PeopleList />}
        {may && part === 'keys' && <KeyList app={app} />}
        {may && part === 'app' && <AppPart app={app} />}
        {may && part === 'audit' && <AuditList app={app} />}
        {part === 'rates' && <RateList app={app} mayChange={role !== 'READER'} />}
        {part === 'channels' && <ChannelRules app={app} mayChange={role !== 'READER'} />}
        {part === 'settlements' && <Settlements app={app} mayChange={role !== 'READER'} />}
        {part === 'watched' && <MonitorList app={app} mayChange={role !== 'READER'} />}
        {part === 'alerts' && <AlertList app={app} mayChange={role !== 'READER'} />}
        {part === 'you' && <OwnPassword zone={app.zone} />}
        {part === 'marks' && (
          <>
            <ReleaseList app={app} mayChange={role !== 'READER'} />
            <MarkList app={app} mayChange={role !== 'READER'} />
          </>
        )}
      </Box>
    </Box>
  );
}
