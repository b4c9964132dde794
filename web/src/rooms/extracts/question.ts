import type { ExtractAsk } from '../../api/extracts';
import { amongOf, type Asked } from '../../frame/question';
import type { EventCondition } from '../../words/conditions';

export const PAGE = 50;

/** The question of the room as it stands in the address. */
export interface Words {
  what: EventCondition | null;
  by: string | null;
  largestFirst: boolean;
  columns: string[];
  from: number;
}

function conditionParam(text: string | null): EventCondition | null {
  try {
    const value: unknown = text === null ? null : JSON.parse(text);
    return typeof value === 'object' && value !== null ? (value as EventCondition) : null;
  } catch {
    return null;
  }
}

export function wordsOf({ param }: Pick<Asked, 'param'>): Words {
  const from = Number(param('from') ?? 0);
  return {
    what: conditionParam(param('what')),
    by: param('by'),
    largestFirst: param('order') !== 'up',
    columns: (param('columns') ?? '').split(',').filter((each) => each !== ''),
    from: Number.isInteger(from) && from > 0 ? from : 0,
  };
}

export const whatParam = (what: EventCondition | null) => (what ? JSON.stringify(what) : null);

export function askOf(words: Words, asked: Asked): ExtractAsk | undefined {
  if (!asked.range) return undefined;
  const { what, by, largestFirst, from } = words;
  return { range: asked.range, what, among: amongOf(asked), by, largestFirst, from, most: PAGE };
}
