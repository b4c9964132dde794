import { startTransition, useRef, useState, type KeyboardEvent, type PointerEvent } from 'react';
import type { DayRange } from '../../api/queries';
import { dayOf, rangeWords } from '../../words/dates';
import { shifted } from '../../model/question';
import { dragged, type Grip, type Scale } from './scale';
import { Throttle } from './throttle';

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
  /** Passes on where it is, not at every pixel. */
  steps: Throttle<DayRange>;
}

/** Where a frame is drawn while it is dragged, ahead of the address. */
interface Draft {
  asked?: DayRange;
  compared?: DayRange;
}

/** The framed range and the fainter one compared with; both can be dragged, the first resized, a new one drawn. */
export function Frames({ scale, rangeNow, top, bottom, onRange, onCompared, ...of }: FramesProps) {
  const drag = useRef<Drag>(undefined);
  const [draft, setDraft] = useState<Draft>({});
  const range = draft.asked ?? of.range;
  const compared = of.compared && (draft.compared ?? of.compared);
  const height = bottom - top;

  const dayAt = (event: PointerEvent<SVGElement>) =>
    scale.day(event.clientX - (event.currentTarget.ownerSVGElement?.getBoundingClientRect().left ?? 0));
  const begin = (grip: Drag['grip'], event: PointerEvent<SVGElement>) => {
    event.currentTarget.setPointerCapture(event.pointerId);
    const pass = grip === 'compared' ? onCompared : onRange;
    let moved = false;
    drag.current = {
      grip,
      start: dayAt(event),
      range: grip === 'compared' && compared ? compared : range,
      steps: new Throttle((next) => {
        pass(next, moved);
        moved = true;
      }),
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
        const placed = shifted(held.range, by);
        setDraft({ compared: placed });
        held.steps.push(placed);
      }
      return;
    }
    const next = dragged(held.range, held.grip, held.start, now, scale);
    if (next.from !== range.from || next.to !== range.to) {
      setDraft({ asked: next });
      held.steps.push(next);
    }
  };
  const end = () => {
    drag.current?.steps.flush();
    drag.current = undefined;
    // Together with the address, so that the frame does not jump back in between.
    startTransition(() => setDraft({}));
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
    <g>
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
        aria-label={`Range: ${rangeWords(range)}. Arrow keys move it, Shift moves its end.`}
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
