import type { ReactNode } from 'react';
import type { FunnelAsk } from '../../api/funnel';
import type { FrameContext } from '../../model/frame';
import type { Words } from './question';

/** What both ways of looking at steps are given: in a sequence, and each by itself. */
export interface WayProps {
  frame: FrameContext;
  words: Words;
  names: string[];
  /** Undefined while there are fewer than two steps. */
  ask: FunnelAsk | undefined;
  /** What adds a step. */
  children: ReactNode;
}
