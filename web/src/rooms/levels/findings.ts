import type { CellView, PlacesView } from '../../api/places';
import type { Finding } from '../../parts/answer/Answer';
import { count, plural } from '../../words/numbers';
import type { Words } from './question';
import { isApart, say, sayWithin, valueOf } from './values';

const at = (cell: CellView) => `x ${cell.x}, y ${cell.y}`;

/** What is worth saying of the squares. */
export function findings(view: PlacesView, words: Words): Finding[] {
  const found: Finding[] = [];
  const [asked, other] = view.sides;
  if (!asked || asked.events === 0) {
    return [
      {
        key: 'none',
        text: 'No events with a position on this level on these days.',
        caution: true,
      },
    ];
  }
  found.push({
    key: 'who',
    text: `${plural(asked.people, 'user')} on the level, ${plural(asked.events, 'event')}${other ? `; comparison: ${plural(other.people, 'user')}, ${plural(other.events, 'event')}` : ''}.`,
  });
  const told = view.cells.filter((cell) => valueOf(words, cell) !== null);
  if (words.side === 'difference') found.push(...differences(told, words));
  else found.push(...extremes(told, words));
  const few =
    view.cells.length - view.cells.filter((cell) => cell.seen.every((seen) => seen.people !== null)).length;
  if (few > 0)
    found.push({
      key: 'few',
      text: `${plural(few, 'square')} with fewer than five users: no value is shown (hatched).`,
      caution: true,
    });
  for (const sentence of view.leftOut) found.push({ key: sentence, text: sentence, caution: true });
  return found;
}

function extremes(told: CellView[], words: Words): Finding[] {
  const side = words.side === 'other' ? 1 : 0;
  const value = (cell: CellView) => cell.seen[side]?.value ?? 0;
  const sorted = [...told].sort((one, next) => value(next) - value(one));
  const ends = words.shown.lessIsWorse ? [sorted.at(-1), sorted[0]] : [sorted[0], sorted.at(-1)];
  return ends.flatMap((cell, index) => {
    const seen = cell?.seen[side];
    if (!cell || !seen || (index === 1 && sorted.length < 2)) return [];
    const word = (index === 0) !== (words.shown.lessIsWorse === true) ? 'Highest' : 'Lowest';
    return [
      {
        key: `end ${index}`,
        text: `${word} at ${at(cell)}: ${sayWithin(words, seen)}, ${plural(seen.people ?? 0, 'user')}.`,
      },
    ];
  });
}

function differences(told: CellView[], words: Words): Finding[] {
  const apart = told.filter(isApart);
  if (apart.length === 0)
    return [
      {
        key: 'none apart',
        text: `None of ${plural(told.length, 'square')} differs significantly.`,
      },
    ];
  const size = (cell: CellView) => Math.abs(cell.difference?.value ?? 0);
  const first = apart.reduce((most, cell) => (size(cell) > size(most) ? cell : most));
  const { difference, seen } = first;
  if (!difference) return [];
  return [
    {
      key: 'apart',
      text: `Largest difference at ${at(first)}: ${say(words, seen[0]?.value)} compared with ${say(words, seen[1]?.value)}, ${sayWithin(words, difference, true)}. ${count(apart.length)} of ${plural(told.length, 'square')} ${apart.length === 1 ? 'differs' : 'differ'} significantly (outlined).`,
    },
  ];
}
