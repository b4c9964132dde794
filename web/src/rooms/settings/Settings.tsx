import { useEffect } from 'react';
import { useSearchParams } from 'react-router';
import { useSession } from '../../api/queries';
import { useFrame } from '../../frame/Frame';
import { AlertList } from './AlertList';
import { AppPart } from './AppPart';
import { AuditList } from './AuditList';
import { ChannelRules } from './ChannelRules';
import { KeyList } from './KeyList';
import { MarkList } from './MarkList';
import { OwnPassword } from './OwnPassword';
import { PeopleList } from './PeopleList';
import { RateList } from './RateList';
import { ReleaseList } from './ReleaseList';
import { Settlements } from './Settlements';
import { WatchedList } from './WatchedList';
import './settings.css';

const PARTS = {
  marks: 'Releases and marks',
  rates: 'Exchange rates',
  channels: 'Channels',
  settlements: 'Settlements',
  watched: 'Watched',
  alerts: 'Alerts',
  people: 'People',
  keys: 'Keys',
  audit: 'What was done',
  app: 'App',
  you: 'You',
} as const;

type Part = keyof typeof PARTS;

const KEEPERS = new Set<Part>(['people', 'keys', 'audit', 'app']);

/** What is entered by hand about an app, and who may come in. */
export default function Settings() {
  const { app, setFoot } = useFrame();
  const [params, setParams] = useSearchParams();
  const role = useSession().data?.role;
  useEffect(() => setFoot(undefined), [setFoot]);
  const asked = params.get('part') ?? 'marks';
  const part: Part = asked in PARTS ? (asked as Part) : 'marks';
  const may = role === 'KEEPER' || !KEEPERS.has(part);
  const go = (next: Part) => {
    params.set('part', next);
    setParams(params);
  };
  return (
    <div className="settings">
      <nav aria-label="Parts of the settings">
        {(Object.keys(PARTS) as Part[]).map((each) => (
          <button
            key={each}
            className="plain-button"
            aria-current={each === part || undefined}
            onClick={() => go(each)}
          >
            {PARTS[each]}
          </button>
        ))}
      </nav>
      <div className="settings-part">
        {!may && <p className="serif">Admins only.</p>}
        {may && part === 'people' && <PeopleList />}
        {may && part === 'keys' && <KeyList app={app} />}
        {may && part === 'app' && <AppPart app={app} />}
        {may && part === 'audit' && <AuditList app={app} />}
        {part === 'rates' && <RateList app={app} mayChange={role !== 'READER'} />}
        {part === 'channels' && <ChannelRules app={app} mayChange={role !== 'READER'} />}
        {part === 'settlements' && <Settlements app={app} mayChange={role !== 'READER'} />}
        {part === 'watched' && <WatchedList app={app} mayChange={role !== 'READER'} />}
        {part === 'alerts' && <AlertList app={app} mayChange={role !== 'READER'} />}
        {part === 'you' && <OwnPassword zone={app.zone} />}
        {part === 'marks' && (
          <>
            <ReleaseList app={app} mayChange={role !== 'READER'} />
            <MarkList app={app} mayChange={role !== 'READER'} />
          </>
        )}
      </div>
    </div>
  );
}
