import type { FollowedGroup, Split } from '../api/retention';
import { isPersonCondition } from '../words/conditionSchema';
import type { Asked } from './question';

export const USUAL_TOP = 8;
export const TOPS = [3, 5, 8, 10, 20, 30];

/** The split of an address; undefined for none, or for one that cannot be read. */
export function splitOf(asked: Pick<Asked, 'param'>): Split | undefined {
  const text = asked.param('split');
  if (text === null) return undefined;
  if (!text.startsWith('{')) return { property: text };
  try {
    const split: unknown = JSON.parse(text);
    return isSplit(split) ? split : undefined;
  } catch {
    return undefined;
  }
}

const isObject = (value: unknown): value is Record<string, unknown> =>
  typeof value === 'object' && value !== null;

const isSplit = (value: unknown): value is Split =>
  isObject(value) &&
  (typeof value.property === 'string' ||
    (Array.isArray(value.people) &&
      value.people.every(
        (group: unknown) => isObject(group) && typeof group.name === 'string' && isPersonCondition(group.who),
      )));

/** As it stands in the address: a property by its name alone. */
export function splitParam(split: Split | undefined): string | null {
  if (!split) return null;
  return 'property' in split && split.top === undefined ? split.property : JSON.stringify(split);
}

/** "nothing", "first country", "\u201cpayers\u201d and \u201clurkers\u201d". */
export function saySplit(split: Split | undefined): string {
  if (!split) return 'nothing';
  if ('property' in split) return `first ${split.property}`;
  return split.people.map((group) => `\u201c${group.name}\u201d`).join(' and ');
}

/** What a group is called. */
export function groupName(
  split: Split | undefined,
  { kind, value }: Pick<FollowedGroup, 'kind' | 'value'>,
): string {
  if (value !== null) return value;
  if (kind === 'NOT_SET') return 'not set';
  if (kind === 'NONE')
    return split && 'people' in split && split.people.length > 1 ? 'in no segment' : 'all others';
  return 'other values';
}
