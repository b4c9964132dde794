import { useEffect } from 'react';
import { useOutletContext } from 'react-router';
import type { AppView, Foot, RailView } from '../api/queries';
import type { Asked } from './question';

/** What every room gets from the frame. */
export interface FrameContext {
  app: AppView;
  rail: RailView | undefined;
  asked: Asked;
  /** Says what the room's answer rests on; it stands in the foot. */
  setFoot: (foot: Foot | undefined) => void;
}

export const useFrame = () => useOutletContext<FrameContext>();

/** Shows in the foot which data an answer uses, for as long as the answer is on the page. */
export function useFoot(foot: Foot | undefined) {
  const { setFoot } = useFrame();
  useEffect(() => {
    setFoot(foot);
    return () => setFoot(undefined);
  }, [foot, setFoot]);
}
