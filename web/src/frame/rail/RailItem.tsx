import { useState, type KeyboardEvent, type ReactNode } from 'react';
import type { Scale } from './scale';

/** Marks what arrow keys move between. */
const ITEM = 'data-rail-item';

/** Pixels that the text of an item may need at most, to the right of its place. */
const TEXT_ROOM = 420;

/** Moves the focus between items of the rail by arrow keys; the first arrow goes in. */
function move(event: KeyboardEvent<SVGGElement>) {
  const step = { ArrowRight: 1, ArrowLeft: -1 }[event.key];
  if (step === undefined || event.altKey) return;
  const items = [...event.currentTarget.querySelectorAll<SVGGElement>(`[${ITEM}]`)].sort(
    (one, other) => Number(one.getAttribute(ITEM)) - Number(other.getAttribute(ITEM)),
  );
  const at = items.findIndex((item) => item === document.activeElement);
  const next = items[at < 0 ? (step > 0 ? 0 : items.length - 1) : at + step];
  next?.focus();
  event.preventDefault();
}

/** Releases, annotations and drops of the rail: one stop for Tab, arrow keys inside. */
export const RailItems = ({ children }: { children: ReactNode }) => (
  <g
    role="toolbar"
    aria-label="Releases, annotations and drops; move with the arrow keys"
    tabIndex={0}
    className="rail-items"
    onKeyDown={move}
  >
    {children}
  </g>
);

interface RailItemProps {
  scale: Scale;
  /** Pixels from the left, by which items follow each other. */
  x: number;
  /** What it is, in lines. */
  label: string;
  /** What Enter and a click do, if anything. */
  onOpen?: () => void;
  /** Whether the pointer has to be pressed twice for that. */
  isDouble?: boolean;
  className?: string;
  release?: string;
  children: ReactNode;
}

/** Something that stands on the rail at a time. It says what it is to the pointer, and on focus below the strip. */
export function RailItem({
  scale,
  x,
  label,
  onOpen,
  isDouble = false,
  className,
  release,
  children,
}: RailItemProps) {
  const [hasFocus, setHasFocus] = useState(false);
  const isRight = x > scale.width - TEXT_ROOM;
  return (
    <g
      role={onOpen ? 'button' : 'img'}
      aria-label={label}
      tabIndex={-1}
      className={className}
      data-release={release}
      {...{ [ITEM]: Math.round(x) }}
      onFocus={() => setHasFocus(true)}
      onBlur={() => setHasFocus(false)}
      onClick={isDouble ? undefined : onOpen}
      onDoubleClick={isDouble ? onOpen : undefined}
      onKeyDown={(event) => event.key === 'Enter' && onOpen?.()}
    >
      <title>{label}</title>
      {children}
      {hasFocus && (
        <text className="rail-text" x={isRight ? x - 8 : x + 8} y={54} textAnchor={isRight ? 'end' : 'start'}>
          {label.replaceAll('\n', ' · ')}
        </text>
      )}
    </g>
  );
}
