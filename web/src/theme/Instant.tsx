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

/** What is about the transition itself; everything else that the library gives is for the element in it. */
type InstantProps = Told &
  Pick<TransitionProps, 'in' | 'appear' | 'timeout' | 'easing' | 'addEndListener'> &
  HTMLAttributes<HTMLElement> & {
    children: ReactElement<HTMLAttributes<HTMLElement> & { ref?: Ref<HTMLElement> }>;
    ref?: Ref<HTMLElement>;
    ownerState?: unknown;
  };

/**
 * A transition that takes no time: what opens is there in the same commit, and what closes is gone. The usual ones end by a timer,
 * which was lost at times when the page was drawn just then. The closed popover then stayed over the page, invisible, and nothing
 * could be pressed any more.
 *
 * The element gets all else that is given: without its tab index a dialog could not take the focus, and without being told of the
 * focus it could not give it back when it closes.
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
