import { IN_NARROW, IN_SMALL } from '../../kit/windows';
import Box from '@mui/material/Box';
import Menu from '@mui/material/Menu';
import MenuItem from '@mui/material/MenuItem';
import { useColorScheme } from '@mui/material/styles';
import { useState } from 'react';
import { Link, useLocation, useNavigate } from 'react-router';
import { useSession, useSignOut, type AppView } from '../../api/queries';
import { GROUPS } from '../../model/rooms';
import { IntakeLight } from './IntakeLight';
import { Mark } from './Mark';
import { PlainButton } from '../../kit/buttons';

const LINE = { display: 'flex', alignItems: 'center', gap: '20px', px: 4 };

const NARROW_LINE = { '& .head-line, & nav': { gap: '14px' } };

const LOOK = {
  '& nav': { display: 'flex', gap: '20px' },
  '& .head-line': { ...LINE, height: 40 },
  '& .head-rooms': {
    ...LINE,
    height: 26,
    borderTop: '1px solid var(--rule)',
    borderBottom: '1px solid var(--rule)',
  },
  '& .name': {
    display: 'flex',
    alignItems: 'center',
    gap: 2,
    color: 'var(--deep)',
    fontSize: 17,
    fontWeight: 600,
    whiteSpace: 'nowrap',
  },
  '& .plain-button': { color: 'text.secondary', p: '2px 4px', whiteSpace: 'nowrap' },
  '& .plain-button:hover': { color: 'text.primary' },
  '& a': { textDecoration: 'none', color: 'text.secondary' },
  '& a:hover': { color: 'text.primary' },
  '& a[aria-current]': { color: 'var(--deep)', fontWeight: 600 },
  '& .head-groups a[aria-current]': { borderBottom: '2px solid var(--deep)' },
  [IN_NARROW]: NARROW_LINE,
  [IN_SMALL]: { ...NARROW_LINE, '& .wide-only': { display: 'none' } },
};

interface HeadProps {
  apps: AppView[];
  app: AppView | undefined;
  onFind: () => void;
  onHelp: () => void;
  /** Absent where the rail is always seen. */
  rail: { isOpen: boolean; onToggle: () => void } | undefined;
}

/** Name, app, groups of rooms, finding, intake light, account; below, the rooms of the open group. */
export function Head({ apps, app, onFind, onHelp, rail }: HeadProps) {
  const { pathname, search } = useLocation();
  const path = pathname.split('/')[3] ?? 'tide';
  const group = GROUPS.find((each) => each.rooms.some((room) => room.path === path)) ?? GROUPS[0];
  const to = (room: string) => ({ pathname: `/a/${app?.key ?? ''}/${room}`, search: keptSearch(search) });
  return (
    <Box component="header" className="head" sx={LOOK}>
      <div className="head-line">
        <span className="name serif">
          <Mark /> Cold Tide
        </span>
        <AppChooser apps={apps} app={app} />
        <nav className="head-groups" aria-label="Groups of rooms">
          {app &&
            GROUPS.map((each) => (
              <Link key={each.name} to={to(each.rooms[0].path)} aria-current={each === group || undefined}>
                {each.name}
              </Link>
            ))}
        </nav>
        <Box component="span" sx={{ flex: 1 }} />
        <PlainButton onClick={onFind} aria-keyshortcuts="Control+K">
          Find<span className="wide-only"> (Ctrl K)</span>
        </PlainButton>
        {app && <IntakeLight app={app.key} />}
        <Account onHelp={onHelp} />
      </div>
      <nav className="head-rooms" aria-label={`Rooms of ${group.name}`}>
        {app &&
          group.rooms.map((room) => (
            <Link key={room.path} to={to(room.path)} aria-current={room.path === path ? 'page' : undefined}>
              {room.name}
            </Link>
          ))}
        {rail && (
          <PlainButton sx={{ ml: 'auto' }} aria-expanded={rail.isOpen} onClick={rail.onToggle}>
            Release rail {rail.isOpen ? '▴' : '▾'}
          </PlainButton>
        )}
      </nav>
    </Box>
  );
}

/** Range and silhouette belong to all rooms; a room's own words stay behind. */
function keptSearch(search: string): string {
  const params = new URLSearchParams(search);
  const kept = new URLSearchParams();
  for (const name of ['days', 'against', 'figure']) {
    const value = params.get(name);
    if (value) kept.set(name, value);
  }
  return kept.toString();
}

function AppChooser({ apps, app }: { apps: AppView[]; app: AppView | undefined }) {
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  const navigate = useNavigate();
  const go = (path: string) => {
    setAnchor(null);
    void navigate(path);
  };
  return (
    <>
      <PlainButton
        aria-haspopup="menu"
        aria-label={`App: ${app?.name ?? 'none'}`}
        onClick={(event) => setAnchor(event.currentTarget)}
      >
        {app?.name ?? 'Choose an app'} ▾
      </PlainButton>
      <Menu anchorEl={anchor} open={anchor !== null} onClose={() => setAnchor(null)}>
        {apps.map((each) => (
          <MenuItem key={each.key} selected={each.key === app?.key} onClick={() => go(`/a/${each.key}/tide`)}>
            {each.name}
          </MenuItem>
        ))}
        <MenuItem onClick={() => go('/new-app')}>New app …</MenuItem>
      </Menu>
    </>
  );
}

const MODES = [
  { mode: 'light', name: 'Light' },
  { mode: 'dark', name: 'Dark' },
  { mode: 'system', name: 'System setting' },
] as const;

function Account({ onHelp }: { onHelp: () => void }) {
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  const session = useSession();
  const signOut = useSignOut();
  const { mode, setMode } = useColorScheme();
  const close = () => setAnchor(null);
  return (
    <>
      <PlainButton
        aria-haspopup="menu"
        aria-label={`Account: ${session.data?.name ?? ''}`}
        onClick={(event) => setAnchor(event.currentTarget)}
      >
        {session.data?.name} ▾
      </PlainButton>
      <Menu anchorEl={anchor} open={anchor !== null} onClose={close}>
        {MODES.map((each) => (
          <MenuItem
            key={each.mode}
            role="menuitemradio"
            aria-checked={mode === each.mode}
            selected={mode === each.mode}
            onClick={() => {
              setMode(each.mode);
              close();
            }}
          >
            {each.name}
          </MenuItem>
        ))}
        <MenuItem
          divider
          onClick={() => {
            close();
            onHelp();
          }}
        >
          Help and keys
        </MenuItem>
        <MenuItem onClick={() => signOut.mutate()}>Sign out</MenuItem>
      </Menu>
    </>
  );
}
