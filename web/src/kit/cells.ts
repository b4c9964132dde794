import type { KeyboardEvent } from 'react';

/** A cell of a table whose rows carry `data-row` and whose cells carry `data-column`. */
export interface CellPlace {
  cell: HTMLElement;
  row: number;
  column: number;
}

/** The cell in which an event happened; undefined where it happened outside of a cell. */
export function placeOf(target: EventTarget | null): CellPlace | undefined {
  const cell = target instanceof Element ? target.closest<HTMLElement>('[data-column]') : null;
  const row = cell?.closest<HTMLElement>('[data-row]');
  return cell && row
    ? { cell, row: Number(row.dataset.row), column: Number(cell.dataset.column) }
    : undefined;
}

const STEPS: Record<string, readonly [number, number]> = {
  ArrowUp: [-1, 0],
  ArrowDown: [1, 0],
  ArrowLeft: [0, -1],
  ArrowRight: [0, 1],
};

/**
 * Moves the focus from cell to cell by arrows. The table is one stop of Tab: the cell that has the focus is the only one that Tab
 * reaches.
 */
export function moveByArrow(event: KeyboardEvent, table: HTMLElement | null) {
  const place = placeOf(event.target);
  const step = STEPS[event.key];
  if (!place || !step || event.altKey) return;
  event.preventDefault();
  const next = table?.querySelector<HTMLElement>(
    `[data-row="${place.row + step[0]}"] [data-column="${place.column + step[1]}"]`,
  );
  if (!next) return;
  place.cell.tabIndex = -1;
  next.tabIndex = 0;
  next.focus();
}
