import type { PlacesView } from '../../api/places';
import type { Words } from './question';

/** The squares as rows of a file; what is not told is empty. */
export function csvRows(view: PlacesView, words: Words): (string | number | null)[][] {
  const isTwo = view.sides.length === 2;
  const side = (name: string) =>
    ['users', 'events', words.shown.word, 'low', 'high'].map((each) => `${name}${each}`);
  return [
    [
      'x',
      'y',
      'square',
      ...side(''),
      ...(isTwo
        ? [...side('compared: '), 'difference', 'difference low', 'difference high', 'p corrected']
        : []),
    ],
    ...view.cells.map((cell) => [
      cell.x,
      cell.y,
      words.square,
      ...cell.seen.flatMap((seen) => [seen.people, seen.events, seen.value, seen.low, seen.high]),
      ...(isTwo
        ? [
            cell.difference?.value ?? null,
            cell.difference?.low ?? null,
            cell.difference?.high ?? null,
            cell.difference?.adjusted ?? null,
          ]
        : []),
    ]),
  ];
}
