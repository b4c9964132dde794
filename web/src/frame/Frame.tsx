import { lazy, Suspense, useCallback, useEffect, useMemo, useState } from 'react';
import { Outlet, useLocation, useOutletContext } from 'react-router';
import { ProblemError } from '../api/client';
import { useApps, useRail, type AppView, type Foot as FootView, type RailView } from '../api/queries';
import { Foot } from './Foot';
import { Head } from './head/Head';
import { roomOf } from './head/rooms';
import { useKeys } from './keys';
import { lengthOf, shifted, daysParam, useAsked, type Asked } from './question';
import { Rail } from './rail/Rail';
import { RoomBoundary } from './RoomBoundary';
import './frame.css';

const fetchFinder = () => import('./Finder');
const Finder = lazy(fetchFinder);
const KeysHelp = lazy(() => import('./KeysHelp'));

/** What every room gets from the frame. */
export interface FrameContext {
  app: AppView;
  rail: RailView | undefined;
  asked: Asked;
  /** Says what the room's answer rests on; it stands in the foot. */
  setFoot: (foot: FootView | undefined) => void;
}

export const useFrame = () => useOutletContext<FrameContext>();

/** Head, rail, room and foot. */
export function Frame() {
  const apps = useApps();
  const [foot, setFoot] = useState<FootView>();
  const [open, setOpen] = useState<'finder' | 'keys'>();
  const close = useCallback(() => setOpen(undefined), []);
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
  useKeys({ onFind: () => setOpen('finder'), onHelp: () => setOpen('keys'), onShift: shift });
  const context = useMemo<FrameContext | undefined>(
    () => app && { app, rail, asked, setFoot },
    [app, rail, asked],
  );
  const location = useLocation();
  const comparing = roomOf(location.pathname)?.compares ?? false;
  // Fetched before it is asked for, so that what is typed after Ctrl K is not lost.
  useEffect(() => void fetchFinder(), []);
  const noEvents = answer.error instanceof ProblemError && answer.error.status === 409;
  if (apps.isPending) return null;
  return (
    <div className="frame">
      <Head
        apps={apps.data ?? []}
        app={app}
        onFind={() => setOpen('finder')}
        onKeys={() => setOpen('keys')}
      />
      {rail ? (
        <Rail rail={rail} asked={asked} comparing={comparing} currency={app?.currency ?? ''} />
      ) : (
        <div className="rail-empty" />
      )}
      <main className="room">
        {context ? (
          <RoomBoundary place={location.pathname + location.search} start={location.pathname}>
            <Outlet context={context} />
          </RoomBoundary>
        ) : (
          <p className="serif empty-room">There is no app &ldquo;{asked.app}&rdquo;.</p>
        )}
        {context && answer.isError && !noEvents && <p className="fall">{answer.error.message}</p>}
      </main>
      <Foot foot={foot ?? answer.data?.foot} rail={rail} app={app} />
      <Suspense fallback={null}>
        {open === 'finder' && <Finder rail={rail} app={asked.app} asked={asked} onClose={close} />}
        {open === 'keys' && <KeysHelp onClose={close} />}
      </Suspense>
    </div>
  );
}
