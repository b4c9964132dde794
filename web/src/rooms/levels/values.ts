import type { CellView } from '../../api/places';
import { NO_VALUE, points, share, withMinus, withSign } from '../../words/numbers';
import type { Words } from './question';

/** Of all squares together, at most so many of a hundred that are told apart would be chance. */
export const RATE = 0.05;

/** What a square tells of the side that is shown; null where too few people were there. */
export function valueOf({ side }: Words, cell: CellView): number | null {
  if (side === 'difference') return cell.difference?.value ?? null;
  return cell.seen[side === 'other' ? 1 : 0]?.value ?? null;
}

export const isApart = (cell: CellView) => cell.difference !== null && cell.difference.adjusted <= RATE;

/** As short as it fits into a square. */
export function sayShort({ shown, side }: Words, value: number): string {
  const size = Math.abs(value);
  const text =
    shown.measure === 'PEOPLE'
      ? (size * 100).toFixed(size < 0.095 ? 1 : 0)
      : size >= 100
        ? size.toFixed(0)
        : size >= 10
          ? size.toFixed(1)
          : size.toFixed(2);
  return side === 'difference' ? withSign(value, text) : text;
}

/** In full, as a cell of the table says it. */
export function say(words: Words, value: number | null | undefined, isDifference = false): string {
  if (value === null || value === undefined) return NO_VALUE;
  if (words.shown.measure === 'PEOPLE') return isDifference ? points(value) : share(value);
  const size = Math.abs(value);
  const text = size.toFixed(words.shown.property === null ? 3 : size >= 1 ? 1 : 2);
  return isDifference ? withSign(value, text) : withMinus(value, text);
}

/** A value with its interval. */
export function sayWithin(
  words: Words,
  of: { value: number | null; low: number | null; high: number | null },
  isDifference = false,
): string {
  const bound = (value: number | null) => say(words, value, isDifference).replace(/\s?(%|pp)$/, '');
  return of.value === null || of.low === null
    ? say(words, of.value, isDifference)
    : `${say(words, of.value, isDifference)} (${bound(of.low)} to ${bound(of.high)})`;
}

interface Look {
  fill: string;
  opacity: number;
  apart: boolean;
}

/**
 * How squares look: of one side the more the darker, or where less is worse the worse the darker in rust; of a difference rust for worse
 * and pine for better, deep and brass where neither is.
 */
export function shadeOf(words: Words, cells: CellView[]): (cell: CellView) => Look {
  const values = cells.map((cell) => valueOf(words, cell)).filter((value): value is number => value !== null);
  const least = Math.min(...values);
  const most = Math.max(...values);
  const furthest = Math.max(Math.abs(least), Math.abs(most));
  return (cell) => {
    const value = valueOf(words, cell);
    const apart = words.side === 'difference' && isApart(cell);
    if (value === null) return { fill: 'url(#few)', opacity: 1, apart: false };
    const { lessIsWorse } = words.shown;
    if (words.side === 'difference') {
      const isWorse = lessIsWorse === undefined ? undefined : value < 0 === lessIsWorse;
      const fill =
        isWorse === undefined
          ? value < 0
            ? 'var(--release)'
            : 'var(--deep)'
          : isWorse
            ? 'var(--fall)'
            : 'var(--act)';
      return { fill, opacity: furthest === 0 ? 0 : 0.75 * (Math.abs(value) / furthest), apart };
    }
    const part = most === least ? 0.5 : (value - least) / (most - least);
    const dark = lessIsWorse ? 1 - part : part;
    return {
      fill: lessIsWorse === undefined ? 'var(--deep)' : 'var(--fall)',
      opacity: 0.06 + 0.7 * dark,
      apart,
    };
  };
}
