import { useRef, type KeyboardEvent, type PointerEvent } from 'react';
import type { DayRange } from '../../api/queries';
import { dayOf, rangeWords } from '../../words/dates';
import { shifted } from '../question';
import { dragged, type Grip, type Scale } from './scale';

interface FramesProps {
  scale: Scale;
  range: DayRange;
  /** The range at this moment, which may be ahead of the one drawn. */
  rangeNow: () => DayRange | undefined;
  /** Absent where the question compares nothing. */
  compared: DayRange | undefined;
  top: number;
  bottom: number;
  /** The second argument: whether this is a step of a drag, to replace the step before. */
  onRange: (range: DayRange, replace: boolean) => void;
  onCompared: (range: DayRange, replace: boolean) => void;
}

interface Drag {
  grip: Grip | 'compared';
  start: number;
  range: DayRange;
  moved: boolean;
}

/** The framed range and the fainter one compared with; both can be dragged, the first resized, a new one drawn. */
export function Frames({ scale, range, rangeNow, compared, top, bottom, onRange, onCompared }: FramesProps) {
  const drag = useRef<Drag>(undefined);
  const height = bottom - top;

  const dayAt = (event: PointerEvent<SVGElement>) =>
    scale.day(event.clientX - (event.currentTarget.ownerSVGElement?.getBoundingClientRect().left ?? 0));
  const begin = (grip: Drag['grip'], event: PointerEvent<SVGElement>) => {
    event.currentTarget.setPointerCapture(event.pointerId);
    drag.current = {
      grip,
      start: dayAt(event),
      range: grip === 'compared' && compared ? compared : range,
      moved: false,
    };
  };
  const move = (event: PointerEvent<SVGElement>) => {
    const held = drag.current;
    if (!held) return;
    const now = dayAt(event);
    if (held.grip === 'compared') {
      const next = dragged(held.range, 'whole', held.start, now, scale);
      const latest = Math.min(dayOf(next.from), dayOf(range.from) - 1);
      const by = latest - dayOf(held.range.from);
      if (compared && by !== dayOf(compared.from) - dayOf(held.range.from)) {
        onCompared(shifted(held.range, by), held.moved);
        held.moved = true;
      }
      return;
    }
    const next = dragged(held.range, held.grip, held.start, now, scale);
    if (next.from !== range.from || next.to !== range.to) {
      onRange(next, held.moved);
      held.moved = true;
    }
  };
  const end = () => {
    drag.current = undefined;
  };
  const onKey = (event: KeyboardEvent) => {
    const step = event.key === 'ArrowLeft' ? -1 : event.key === 'ArrowRight' ? 1 : 0;
    if (step === 0 || event.altKey || event.ctrlKey || event.metaKey) return;
    event.preventDefault();
    const from = rangeNow() ?? range;
    const edge = dayOf(event.shiftKey ? from.to : from.from);
    onRange(dragged(from, event.shiftKey ? 'to' : 'whole', edge, edge + step, scale), event.repeat);
  };

  const box = (of: DayRange) => {
    const x = scale.x(Math.max(scale.first, dayOf(of.from)));
    return { x, width: Math.max(2, scale.x(Math.min(scale.end, dayOf(of.to))) - x) };
  };
  const asked = box(range);
  const handlers = { onPointerMove: move, onPointerUp: end, onPointerCancel: end };
  return (
    <g className="rail-frames">
      <rect
        className="rail-surface"
        x={0}
        y={top}
        width={scale.width}
        height={height}
        onPointerDown={(event) => begin('new', event)}
        {...handlers}
      />
      {compared && overlaps(compared, scale) && (
        <rect
          className="rail-compared"
          data-frame="compared"
          {...box(compared)}
          y={top + 3}
          height={height - 6}
          onPointerDown={(event) => begin('compared', event)}
          {...handlers}
        >
          <title>Compared with {rangeWords(compared)}</title>
        </rect>
      )}
      <rect
        className="rail-asked"
        data-frame="asked"
        role="group"
        aria-label={`Range asked about: ${rangeWords(range)}. Arrow keys move it, with Shift its end.`}
        tabIndex={0}
        {...asked}
        y={top}
        height={height}
        onPointerDown={(event) => begin('whole', event)}
        onKeyDown={onKey}
        {...handlers}
      >
        <title>{rangeWords(range)}</title>
      </rect>
      {(['from', 'to'] as const).map((grip) => (
        <rect
          key={grip}
          className="rail-handle"
          data-grip={grip}
          x={(grip === 'from' ? asked.x : asked.x + asked.width) - 4}
          y={top}
          width={8}
          height={height}
          onPointerDown={(event) => begin(grip, event)}
          {...handlers}
        />
      ))}
    </g>
  );
}

const overlaps = (range: DayRange, scale: Scale) =>
  dayOf(range.to) > scale.first && dayOf(range.from) < scale.end;
