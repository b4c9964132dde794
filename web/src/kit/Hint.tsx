import { styled } from '@mui/material/styles';
import Tooltip from '@mui/material/Tooltip';
import type { ReactElement, ReactNode } from 'react';

const Place = styled('span')({ cursor: 'help' });

interface HintProps {
  /** What is said of it; without a text it is a part of the page like any other. */
  text: string | undefined;
  children: ReactNode;
}

interface ControlHintProps {
  text: string | undefined;
  /** A button or a link. */
  children: ReactElement;
}

/** Says more about a control, to the pointer, on focus and on touch. */
export function ControlHint({ text, children }: ControlHintProps) {
  if (!text) return children;
  return (
    <Tooltip title={text} describeChild enterTouchDelay={0} leaveTouchDelay={8_000}>
      {children}
    </Tooltip>
  );
}

/** Says more about a number or a mark: to the pointer, on focus, and on touch. */
export function Hint({ text, children }: HintProps) {
  if (!text) return <>{children}</>;
  return (
    <Tooltip title={text} describeChild enterTouchDelay={0} leaveTouchDelay={8_000}>
      <Place tabIndex={0}>{children}</Place>
    </Tooltip>
  );
}
