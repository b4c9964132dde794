import { useForkRef } from '@mui/material/utils';
import type { TransitionProps } from '@mui/material/transitions';
import {
  cloneElement,
  useLayoutEffect,
  useRef,
  type HTMLAttributes,
  type ReactElement,
  type Ref,
} from 'react';

type Told = Pick<
  TransitionProps,
  'onEnter' | 'onEntering' | 'onEntered' | 'onExit' | 'onExiting' | 'onExited'
>;

const OF_TRANSITIONS = new Set(['appear', 'timeout', 'easing', 'addEndListener', 'ownerState']);

/** Properties of the transition itself. All other properties that the library passes belong to the element inside. */
type InstantProps = Told &
  Pick<TransitionProps, 'in' | 'appear' | 'timeout' | 'easing' | 'addEndListener'> &
  HTMLAttributes<HTMLElement> & {
    children: ReactElement<HTMLAttributes<HTMLElement> & { ref?: Ref<HTMLElement> }>;
    ref?: Ref<HTMLElement>;
    ownerState?: unknown;
  };

/**
 * A transition without duration: its element appears and disappears at once. The library's own transitions end by a timer. That
 * timer was sometimes lost when the page was drawn at the same moment: the closed popover then stayed over the page, invisible, and
 * nothing could be clicked.
 *
 * All other properties go to the element. Without its tab index a dialog cannot take the focus; without its focus handler it cannot
 * give the focus back when it closes.
 */
export function Instant({
  in: isIn = false,
  children,
  ref,
  onEnter,
  onEntering,
  onEntered,
  onExit,
  onExiting,
  onExited,
  ...others
}: InstantProps) {
  const node = useRef<HTMLElement>(null);
  const told: Told = { onEnter, onEntering, onEntered, onExit, onExiting, onExited };
  const callbacks = useRef(told);
  const refs = useForkRef(node, children.props.ref, ref);
  useLayoutEffect(() => {
    callbacks.current = told;
  });
  useLayoutEffect(() => {
    const now = callbacks.current;
    const element = node.current;
    if (!element) return;
    if (isIn) [now.onEnter, now.onEntering, now.onEntered].forEach((tell) => tell?.(element, false));
    else [now.onExit, now.onExiting, now.onExited].forEach((tell) => tell?.(element));
  }, [isIn]);
  const given = Object.fromEntries(Object.entries(others).filter(([name]) => !OF_TRANSITIONS.has(name)));
  return cloneElement(children, { ...given, ref: refs });
}
