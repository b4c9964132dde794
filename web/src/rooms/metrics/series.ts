import type { LineView, MeasureView, Table } from '../../api/measures';
import type { Names } from '../../words/conditions';
import { measureUnit, sayMeasure, type MeasureUnit } from '../../words/measures';
import type { Words } from './question';

/** A line of the chart. */
export interface Line {
  /** Different for different lines. */
  key: string;
  name: string;
  /** By period; null where there is no value. */
  values: (number | null)[];
  /** The same of the range compared with, period by period. */
  compared: (number | null)[] | undefined;
  /** Of the whole range, people counted once. */
  range: number | null;
}

/** Lines of one unit, drawn together. */
export interface Panel {
  key: string;
  title: string;
  unit: MeasureUnit;
  lines: Line[];
}

/** A measure or a formula, and where its values stand in the answer. */
export interface Column {
  at: number;
  name: string;
  title: string;
  unit: MeasureUnit;
  /** Whether the values of groups add up to the whole. */
  kind: Words['measures'][number]['kind'] | 'FORMULA';
}

export function columnsOf(words: Words, names: Names): Column[] {
  const several = words.measures.length + words.formulas.length > 1;
  return [
    ...words.measures.map((measure, at) => ({
      at,
      name: measure.name,
      title: several ? `${measure.name}: ${sayMeasure(measure, names)}` : sayMeasure(measure, names),
      unit: measureUnit(measure),
      kind: measure.kind,
    })),
    ...words.formulas.map((formula, index) => ({
      at: words.measures.length + index,
      name: formula.name,
      title: `${formula.name} = ${formula.text}`,
      unit: 'NUMBER' as const,
      kind: 'FORMULA' as const,
    })),
  ];
}

const PARTS = { VALUE: '', OTHER: 'other values', NOT_SET: 'not set', NONE: 'in no segment' } as const;

export const groupName = (group: Table['groups'][number]): string =>
  group.parts.map((part) => (part.kind === 'VALUE' ? (part.value ?? '') : PARTS[part.kind])).join(' · ');

/** Whether a group is of values told apart, rather than of what is left over. */
export const isTold = (group: Table['groups'][number]) =>
  group.parts.every((part) => part.kind === 'VALUE' || part.kind === 'NONE');

/** More lines cannot be told apart; bars in a row can. */
export const mostDrawn = ({ shape }: Pick<Words, 'shape'>) => (shape === 'ranked' ? 50 : 8);
const usuallyDrawn = ({ shape }: Pick<Words, 'shape'>) => (shape === 'ranked' ? 50 : 5);

/** The groups drawn: those chosen, else the largest that are told apart. */
export function shownGroups(table: Table, words: Pick<Words, 'shape' | 'shown'>): number[] {
  const { shown } = words;
  const all = table.groups.map((_, index) => index);
  const chosen = shown
    ? all.filter((index) => shown.includes(groupName(table.groups[index] ?? { parts: [] })))
    : all.filter((index) => isTold(table.groups[index] ?? { parts: [] })).slice(0, usuallyDrawn(words));
  return chosen.slice(0, mostDrawn(words));
}

const line = (
  key: string,
  name: string,
  range: LineView | undefined,
  compared: LineView | undefined,
): Line => ({
  key,
  name,
  values: range?.periods ?? [],
  compared: compared?.periods,
  range: range?.range ?? null,
});

/** Without a split one panel for each unit, with one a panel for each measure. */
export function panelsOf(view: MeasureView, words: Words, columns: Column[]): Panel[] {
  const { range, compared } = view;
  if (range.groups.length > 0) {
    const groups = shownGroups(range, words);
    return columns.map((column) => ({
      key: column.name,
      title: column.title,
      unit: column.unit,
      lines: groups.map((group) => {
        const name = groupName(range.groups[group] ?? { parts: [] });
        return line(
          `${column.name} ${name}`,
          name,
          range.measures[column.at]?.groups[group],
          compared?.measures[column.at]?.groups[group],
        );
      }),
    }));
  }
  const units = [...new Set(columns.map((column) => column.unit))];
  return units.map((unit) => {
    const of = columns.filter((column) => column.unit === unit);
    return {
      key: unit,
      title: of.length === 1 ? (of[0]?.title ?? '') : '',
      unit,
      lines: of.map((column) =>
        line(column.name, column.title, range.measures[column.at]?.all, compared?.measures[column.at]?.all),
      ),
    };
  });
}
