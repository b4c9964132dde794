import { useRef, useState, type KeyboardEvent, type PointerEvent } from 'react';
import { planUrl, type CellView, type LevelView } from '../../api/places';
import type { Area, Words } from './question';
import { sayShort, shadeOf, valueOf } from './values';

interface PlanProps {
  app: string;
  level: LevelView;
  words: Words;
  cells: CellView[];
  area: Area | undefined;
  onArea: (area: Area | undefined) => void;
}

/** Fewer pixels than this leave no room for a number in a square. */
const ROOM = 26;
const WIDTH = 560;

/**
 * The drawing of a level under its squares. A rubber band takes some of them: by the pointer, or by arrow keys with Shift from the square
 * that has the focus.
 */
export function Plan({ app, level, words, cells, area, onArea }: PlanProps) {
  const { box } = level;
  const { square } = words;
  const place = useRef<SVGSVGElement>(null);
  const [start, setStart] = useState<{ x: number; y: number }>();
  const shade = shadeOf(words, cells);
  const letters = (WIDTH / box.width) * square >= ROOM;
  const at = (event: PointerEvent) => {
    const bounds = place.current?.getBoundingClientRect();
    if (!bounds) return { x: box.minX, y: box.minY };
    return {
      x: box.minX + ((event.clientX - bounds.left) / bounds.width) * box.width,
      y: box.minY + ((event.clientY - bounds.top) / bounds.height) * box.height,
    };
  };
  const between = (one: { x: number; y: number }, other: { x: number; y: number }): Area => ({
    left: Math.floor(Math.min(one.x, other.x) / square) * square,
    top: Math.floor(Math.min(one.y, other.y) / square) * square,
    right: (Math.floor(Math.max(one.x, other.x) / square) + 1) * square,
    bottom: (Math.floor(Math.max(one.y, other.y) / square) + 1) * square,
  });
  return (
    <svg
      ref={place}
      className="plan"
      role="application"
      aria-label={`Plan of level ${level.level}. Arrow keys move by one square, Shift extends the selection, Escape clears it`}
      tabIndex={0}
      viewBox={`${box.minX} ${box.minY} ${box.width} ${box.height}`}
      style={{ aspectRatio: `${box.width} / ${box.height}` }}
      onKeyDown={(event) => onArea(moved(event, area, level, square))}
      onPointerDown={(event) => {
        event.currentTarget.setPointerCapture(event.pointerId);
        setStart(at(event));
        onArea(between(at(event), at(event)));
      }}
      onPointerMove={(event) => start && onArea(between(start, at(event)))}
      onPointerUp={() => setStart(undefined)}
    >
      <defs>
        <pattern
          id="few"
          width={square / 5}
          height={square / 5}
          patternUnits="userSpaceOnUse"
          patternTransform="rotate(45)"
        >
          <rect width={square / 12} height={square / 5} fill="var(--hatch)" />
        </pattern>
      </defs>
      {level.hasPlan && (
        <image
          className="plan-drawing"
          href={planUrl(app, level.level)}
          x={box.minX}
          y={box.minY}
          width={box.width}
          height={box.height}
        />
      )}
      {cells.map((cell) => {
        const value = valueOf(words, cell);
        const look = shade(cell);
        return (
          <g key={`${cell.x} ${cell.y}`}>
            <rect
              x={cell.x}
              y={cell.y}
              width={square}
              height={square}
              fill={look.fill}
              fillOpacity={look.opacity}
              className={look.apart ? 'plan-apart' : value === null ? 'plan-few' : 'plan-square'}
              strokeWidth={square / (look.apart ? 16 : 60)}
            />
            {letters && value !== null && (
              <text
                x={cell.x + square / 2}
                y={cell.y + square * 0.62}
                fontSize={square * 0.3}
                textAnchor="middle"
                className={look.opacity > 0.55 ? 'plan-number on-dark' : 'plan-number'}
              >
                {sayShort(words, value)}
              </text>
            )}
          </g>
        );
      })}
      {area && (
        <rect
          className="plan-area"
          x={area.left}
          y={area.top}
          width={area.right - area.left}
          height={area.bottom - area.top}
          strokeWidth={square / 10}
        />
      )}
    </svg>
  );
}

const ARROWS: Record<string, [number, number]> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
};

function moved(
  event: KeyboardEvent,
  area: Area | undefined,
  { box }: LevelView,
  square: number,
): Area | undefined {
  if (event.key === 'Escape') return undefined;
  const step = ARROWS[event.key];
  if (!step) return area;
  event.preventDefault();
  event.stopPropagation();
  if (!area) {
    const left = Math.floor(box.minX / square) * square;
    const top = Math.floor(box.minY / square) * square;
    return { left, top, right: left + square, bottom: top + square };
  }
  const [x, y] = step;
  const more = event.shiftKey;
  const next = {
    left: area.left + (more ? 0 : x * square),
    top: area.top + (more ? 0 : y * square),
    right: Math.max(area.left + square, area.right + x * square),
    bottom: Math.max(area.top + square, area.bottom + y * square),
  };
  const isInside =
    next.left >= box.minX - square &&
    next.top >= box.minY - square &&
    next.right <= box.minX + box.width + square &&
    next.bottom <= box.minY + box.height + square;
  return isInside ? next : area;
}
