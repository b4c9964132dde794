import { useForkRef } from '@mui/material/utils';
import type { TransitionProps } from '@mui/material/transitions';
import { cloneElement, useLayoutEffect, useRef, type ReactElement, type Ref } from 'react';

/** What the library gives to a transition for the element in it: without its tab index a dialog could not take the focus. */
interface Forwarded {
  tabIndex?: number;
  role?: string;
}

type InstantProps = Pick<
  TransitionProps,
  'in' | 'onEnter' | 'onEntering' | 'onEntered' | 'onExit' | 'onExiting' | 'onExited'
> &
  Forwarded & { children: ReactElement<Forwarded & { ref?: Ref<HTMLElement> }>; ref?: Ref<HTMLElement> };

/**
 * A transition that takes no time: what opens is there in the same commit, and what closes is gone. The usual ones end by a timer,
 * which was lost at times when the page was drawn just then. The closed popover then stayed over the page, invisible, and nothing
 * could be pressed any more.
 */
export function Instant({ in: isIn = false, children, ref, tabIndex, role, ...told }: InstantProps) {
  const node = useRef<HTMLElement>(null);
  const callbacks = useRef(told);
  const refs = useForkRef(node, children.props.ref, ref);
  useLayoutEffect(() => {
    callbacks.current = told;
  });
  useLayoutEffect(() => {
    const { onEnter, onEntering, onEntered, onExit, onExiting, onExited } = callbacks.current;
    const element = node.current;
    if (!element) return;
    if (isIn) [onEnter, onEntering, onEntered].forEach((tell) => tell?.(element, false));
    else [onExit, onExiting, onExited].forEach((tell) => tell?.(element));
  }, [isIn]);
  return cloneElement(children, {
    ref: refs,
    ...(tabIndex !== undefined && { tabIndex }),
    ...(role !== undefined && { role }),
  });
}
