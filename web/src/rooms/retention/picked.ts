import type { RetentionView, Split } from '../../api/retention';
import { dayOf, isoOf, periodWords } from '../../words/dates';
import { wilson } from '../../model/wilson';
import { count, share, shareWithin } from '../../words/numbers';
import { groupPeople, peopleOf, type Cell } from './asks';
import type { Picked } from '../../parts/PeopleSheet';
import { columnWords, memberWord, type Words } from './question';
import { lastComplete } from './table/rows';
import { groupName } from '../../model/split';
import { oneWay, type OneWay } from './table/triangle';

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
  const counts = countsOf(way, row, column);
  const { back, of } = counts;
  const whose: Cell = { ...cell, ages, cohorts: cell.cohorts ?? complete(way, column) };
  return {
    place: element,
    title: `${name}, ${columnWords(ages, asked.words)}`,
    text: `${count(back)} of ${count(of)} ${memberWord(asked.words)} came back${verdict(way, row, column, counts)}`,
    people: [
      { name: `${count(back)} came back`, who: peopleOf(whose, true) },
      { name: `${count(of - back)} did not come back`, who: peopleOf(whose, false) },
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
    name: 'All complete cohorts',
    size: way.cohorts.reduce((sum, each) => sum + each.size, 0),
    cell,
  };
}

interface Counts {
  back: number;
  of: number;
  /** Not all of them have had the time. */
  open: boolean;
  /** Where it was tested and differs: from which users. */
  differs?: string | undefined;
}

function countsOf(way: OneWay, row: number, column: number): Counts {
  const group = way.groups[row];
  const cohort = way.groups.length === 0 ? way.cohorts[row] : undefined;
  if (cohort) {
    return {
      back: cohort.returned[column] ?? 0,
      of: cohort.size,
      open: column >= cohort.completeColumns,
      differs: cohort.apart.includes(column) ? 'the other cohorts' : undefined,
    };
  }
  const pooled = group?.pooled[column] ?? way.pooled[column];
  return {
    back: pooled?.returned ?? 0,
    of: pooled?.size ?? 0,
    open: false,
    differs: group?.apart.includes(column) ? 'all other users' : undefined,
  };
}

/** The share with its interval, what it is beside the average, and whether it differs from the rest. */
function verdict(way: OneWay, row: number, column: number, { back, of, open, differs }: Counts): string {
  if (open) return ' so far (incomplete).';
  if (of === 0) return '.';
  const { low, high } = wilson(back, of);
  const pooled = way.pooled[column]?.share ?? null;
  const average = row < 0 || pooled === null ? '' : ` The average is ${share(pooled)}.`;
  return `: ${shareWithin(back / of, low, high)}.${average}${differs ? ` Significantly different from ${differs}.` : ''}`;
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
