import type { ExtractAsk } from '../../api/extracts';
import { amongOf, valueParam, type Asked } from '../../model/question';
import type { EventCondition } from '../../words/conditions';
import { isEventCondition } from '../../words/conditionSchema';

export const PAGE = 50;

/** The question of the room as it stands in the address. */
export interface Words {
  what: EventCondition | null;
  by: string | null;
  largestFirst: boolean;
  columns: string[];
  from: number;
}

export function wordsOf({ param }: Pick<Asked, 'param'>): Words {
  const from = Number(param('from') ?? 0);
  return {
    what: valueParam(param('what'), 'a condition on events', isEventCondition) ?? null,
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
