/**
 * Whether a condition, a measure or a list of splits that is being edited is not complete yet: no property or event chosen, no value
 * given. What is not complete is not asked.
 */
export function isUnfinished(value: unknown): boolean {
  if (typeof value === 'number') return !Number.isFinite(value);
  if (Array.isArray(value)) return value.some(isUnfinished);
  if (value === null || typeof value !== 'object') return false;
  return Object.entries(value).some(([key, part]) => isMissing(key, part) || isUnfinished(part));
}

const CHOSEN = new Set(['property', 'event', 'behaviour', 'contains', 'matches']);
const LISTS = new Set(['event', 'is', 'either']);

/** An empty list of people by whom to split is a choice still to be made, as an empty text is. */
function isMissing(key: string, part: unknown): boolean {
  if (part === '') return CHOSEN.has(key);
  return Array.isArray(part) && part.length === 0 && (LISTS.has(key) || key === 'people');
}
