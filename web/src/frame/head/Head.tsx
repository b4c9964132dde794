import Menu from '@mui/material/Menu';
import MenuItem from '@mui/material/MenuItem';
import { useColorScheme } from '@mui/material/styles';
import { useState } from 'react';
import { Link, useLocation, useNavigate } from 'react-router';
import { useSession, useSignOut, type AppView } from '../../api/queries';
import { GROUPS } from './rooms';
import { IntakeLight } from './IntakeLight';
import { Mark } from './Mark';

interface HeadProps {
  apps: AppView[];
  app: AppView | undefined;
  onFind: () => void;
  onKeys: () => void;
}

/** Name, app, groups of rooms, finding, intake light, account; below, the rooms of the open group. */
export function Head({ apps, app, onFind, onKeys }: HeadProps) {
  const { pathname, search } = useLocation();
  const path = pathname.split('/')[3] ?? 'tide';
  const group = GROUPS.find((each) => each.rooms.some((room) => room.path === path)) ?? GROUPS[0];
  const to = (room: string) => ({ pathname: `/a/${app?.key ?? ''}/${room}`, search: keptSearch(search) });
  return (
    <header className="head">
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
        <span className="spring" />
        <button className="plain-button" onClick={onFind} title="Find a room, a release or a figure">
          Find (Ctrl K)
        </button>
        {app && <IntakeLight app={app.key} />}
        <Account onKeys={onKeys} />
      </div>
      <nav className="head-rooms" aria-label={`Rooms of ${group.name}`}>
        {app &&
          group.rooms.map((room) => (
            <Link key={room.path} to={to(room.path)} aria-current={room.path === path ? 'page' : undefined}>
              {room.name}
            </Link>
          ))}
      </nav>
    </header>
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
      <button
        className="plain-button"
        aria-haspopup="menu"
        aria-label={`App: ${app?.name ?? 'none'}`}
        onClick={(event) => setAnchor(event.currentTarget)}
      >
        {app?.name ?? 'Choose an app'} ▾
      </button>
      <Menu anchorEl={anchor} open={anchor !== null} onClose={() => setAnchor(null)}>
        {apps.map((each) => (
          <MenuItem key={each.key} selected={each.key === app?.key} onClick={() => go(`/a/${each.key}/tide`)}>
            {each.name}
          </MenuItem>
        ))}
        <MenuItem onClick={() => go('/new-app')}>A new app …</MenuItem>
      </Menu>
    </>
  );
}

const MODES = [
  { mode: 'light', name: 'Light' },
  { mode: 'dark', name: 'Dark' },
  { mode: 'system', name: 'As the system says' },
] as const;

function Account({ onKeys }: { onKeys: () => void }) {
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  const session = useSession();
  const signOut = useSignOut();
  const { mode, setMode } = useColorScheme();
  const close = () => setAnchor(null);
  return (
    <>
      <button
        className="plain-button"
        aria-haspopup="menu"
        aria-label={`Account: ${session.data?.name ?? ''}`}
        onClick={(event) => setAnchor(event.currentTarget)}
      >
        {session.data?.name} ▾
      </button>
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
            onKeys();
          }}
        >
          Keys
        </MenuItem>
        <MenuItem onClick={() => signOut.mutate()}>Sign out</MenuItem>
      </Menu>
    </>
  );
}
