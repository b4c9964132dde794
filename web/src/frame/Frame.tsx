import type { FrameContext } from '../model/frame';
import Box from '@mui/material/Box';
import useMediaQuery from '@mui/material/useMediaQuery';
import { lazy, Suspense, useCallback, useEffect, useLayoutEffect, useMemo, useState } from 'react';
import { Outlet, useLocation } from 'react-router';
import { ProblemError } from '../api/client';
import { useApps, useRail, type Foot as FootView } from '../api/queries';
import { Foot } from './Foot';
import { Head } from './head/Head';
import { roomOf } from '../model/rooms';
import { useKeys } from '../model/keys';
import { lengthOf, shifted, daysParam, useAsked } from '../model/question';
import { Rail } from './rail/Rail';
import { RoomBoundary } from './RoomBoundary';
import { EmptyState } from '../kit/states';
import { IN_SMALL, SMALL } from '../kit/windows';

const fetchFinder = () => import('./Finder');
const Finder = lazy(fetchFinder);
const RoomHelp = lazy(() => import('../help/RoomHelp'));

const ROOM = {
  position: 'relative',
  display: 'flex',
  flexDirection: 'column',
  flex: 1,
  minHeight: 0,
  overflow: 'hidden',
};

/** Head, rail, room and foot. */
export function Frame() {
  const apps = useApps();
  const [foot, setFoot] = useState<FootView>();
  const [open, setOpen] = useState<'finder' | 'help'>();
  const close = useCallback(() => setOpen(undefined), []);
  const isSmall = useMediaQuery(SMALL, { noSsr: true });
  const [railOpen, setRailOpen] = useState(false);
  const early = useAsked(undefined);
  const answer = useRail(early.app, early.figure);
  const rail = answer.data?.answer;
  const asked = useAsked(rail);
  const app = apps.data?.find((each) => each.key === asked.app);
  const { rangeNow, set } = asked;
  const shift = useCallback(
    (direction: 1 | -1) => {
      const range = rangeNow();
      if (range) set({ days: daysParam(shifted(range, direction * lengthOf(range))), against: null });
    },
    [rangeNow, set],
  );
  useKeys({ onFind: () => setOpen('finder'), onHelp: () => setOpen('help'), onShift: shift });
  const context = useMemo<FrameContext | undefined>(
    () => app && { app, rail, asked, setFoot },
    [app, rail, asked],
  );
  const location = useLocation();
  const room = roomOf(location.pathname);
  const comparing = room?.compares?.(asked.param) ?? false;
  // A room with a sentence says its question instead, right afterwards.
  useLayoutEffect(() => {
    document.title = [room?.name, app?.name, 'Cold Tide'].filter(Boolean).join(' \u2013 ');
  }, [room, app]);
  // Fetched before it is asked for, so that what is typed after Ctrl K is not lost.
  useEffect(() => {
    void fetchFinder();
  }, []);
  const noEvents = answer.error instanceof ProblemError && answer.error.status === 409;
  if (apps.isPending) return null;
  return (
    <Box
      sx={{
        height: '100%',
        minHeight: 480,
        display: 'flex',
        flexDirection: 'column',
        [IN_SMALL]: { minHeight: 0 },
      }}
    >
      <Head
        apps={apps.data ?? []}
        app={app}
        onFind={() => setOpen('finder')}
        onHelp={() => setOpen('help')}
        rail={isSmall ? { isOpen: railOpen, onToggle: () => setRailOpen(!railOpen) } : undefined}
      />
      {isSmall && !railOpen ? null : rail ? (
        <Rail rail={rail} asked={asked} comparing={comparing} currency={app?.currency ?? ''} />
      ) : (
        <Box sx={{ height: 4 }} />
      )}
      <Box component="main" className="room" sx={ROOM}>
        {context ? (
          <RoomBoundary place={location.pathname + location.search} start={location.pathname}>
            <Outlet context={context} />
          </RoomBoundary>
        ) : (
          <EmptyState component="p">There is no app &ldquo;{asked.app}&rdquo;.</EmptyState>
        )}
        {context && answer.isError && !noEvents && <p className="fall">{answer.error.message}</p>}
      </Box>
      <Foot foot={foot ?? answer.data?.foot} rail={rail} app={app} />
      <Suspense fallback={null}>
        {open === 'finder' && <Finder rail={rail} app={asked.app} asked={asked} onClose={close} />}
        {open === 'help' && room && <RoomHelp app={asked.app} room={room} onClose={close} />}
      </Suspense>
    </Box>
  );
}
