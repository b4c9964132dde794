import type { RetentionView, Split } from '../../api/retention';
import { dayOf, isoOf, periodWords } from '../../words/dates';
import { count } from '../../words/numbers';
import { groupPeople, peopleOf, type Cell } from './asks';
import type { Picked } from '../../frame/PeopleSheet';
import { columnWords, memberWord, type Words } from './question';
import { lastComplete } from './rows';
import { groupName } from '../../frame/split';
import { oneWay, type OneWay } from './triangle';

/** Which cell: a cohort or a group, or all together, in a column or over all, of one way of coming back. */
export interface Place {
  /** Number of the row; -1 for all together. */
  row: number;
  /** -1 for the size. */
  column: number;
  way: number;
}

type Asked = Pick<Cell, 'words' | 'range' | 'among'>;

/** Who is in a cell, with what it says. */
export function pickedOf(
  element: Element,
  { row, column, way: at }: Place,
  asked: Asked,
  view: RetentionView,
  split: Split | undefined,
): Picked {
  const way = oneWay(view, at);
  const { name, size, cell } = rowOf(way, row, { ...asked, way: asked.words.ways[at] ?? null }, split);
  const ages = way.columns[column];
  if (!ages) {
    return {
      place: element,
      title: name,
      text: `${count(size)} ${memberWord(asked.words)}.`,
      people: [{ name: 'All of them', who: peopleOf(cell) }],
    };
  }
  const { back, of } = countsOf(way, row, column);
  const whose: Cell = { ...cell, ages, cohorts: cell.cohorts ?? complete(way, column) };
  return {
    place: element,
    title: `${name}, ${columnWords(ages, asked.words)}`,
    text: `${count(back)} of ${count(of)} ${memberWord(asked.words)} came back.`,
    people: [
      { name: `${count(back)} came back`, who: peopleOf(whose, true) },
      { name: `${count(of - back)} did not`, who: peopleOf(whose, false) },
    ],
  };
}

function rowOf(way: OneWay, row: number, cell: Cell, split: Split | undefined) {
  const group = way.groups[row];
  const cohort = way.cohorts[row];
  if (group)
    return {
      name: groupName(split, group),
      size: group.size,
      cell: { ...cell, group: split && groupPeople(split, way.groups, group) },
    };
  if (cohort)
    return {
      name: periodWords(cohort.period.from, cell.words.grain),
      size: cohort.size,
      cell: { ...cell, cohorts: { from: cohort.period.from, to: isoOf(dayOf(cohort.period.from) + 1) } },
    };
  return {
    name: 'All cohorts complete there',
    size: way.cohorts.reduce((sum, each) => sum + each.size, 0),
    cell,
  };
}

function countsOf(way: OneWay, row: number, column: number) {
  const cohort = way.groups.length === 0 ? way.cohorts[row] : undefined;
  if (cohort) return { back: cohort.returned[column] ?? 0, of: cohort.size };
  const pooled = way.groups[row]?.pooled[column] ?? way.pooled[column];
  return { back: pooled?.returned ?? 0, of: pooled?.size ?? 0 };
}

/** Days within which the periods of the cohorts complete in a column begin: they are the first ones. */
function complete(way: OneWay, column: number) {
  const first = way.cohorts[0];
  const last = lastComplete(way.cohorts, column);
  return first && last && { from: first.period.from, to: last.period.to };
}

/** What is asked, where there is a range. */
export const askedOf = (words: Words, range: Cell['range'] | undefined, among: Cell['among']) =>
  range && { words, range, among };
