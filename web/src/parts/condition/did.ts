import type { DayRange } from '../../api/queries';
import type { EventCondition, PersonCondition, When } from '../../words/conditions';

/** A condition on what users did. */
export type Behaved = Extract<PersonCondition, { did: EventCondition } | { firstDid: EventCondition }>;

/** How such a condition begins. */
export const VERBS = [
  { value: 'did', name: 'who did' },
  { value: 'not', name: 'who did not do' },
  { value: 'first', name: 'who did first' },
  { value: 'then', name: 'who did, then' },
] as const;

export type Verb = (typeof VERBS)[number]['value'];

export const verbOf = (part: Behaved): Verb => {
  if ('firstDid' in part) return 'first';
  if ('then' in part) return 'then';
  return part.atMost === 0 ? 'not' : 'did';
};

export const whatOf = (part: Behaved): EventCondition => ('firstDid' in part ? part.firstDid : part.did);

/** Changes how a condition begins; what does not fit the new beginning is dropped. */
export function withVerb(part: Behaved, verb: Verb): Behaved {
  const did = whatOf(part);
  const when = part.when ? { when: part.when } : {};
  switch (verb) {
    case 'did':
      return { did, atLeast: 1, ...when };
    case 'not':
      return { did, atMost: 0, ...when };
    case 'first':
      return { firstDid: did, when: part.when ?? { lastDays: 28 } };
    case 'then':
      return { did, then: { active: true }, within: 'PT24H', ...when };
  }
}

/** When it was done. */
export const WINDOWS = [
  { value: 'ever', name: 'ever' },
  { value: 'last', name: 'in the last days' },
  { value: 'days', name: 'between dates' },
  { value: 'own', name: 'on days since their start' },
] as const;

export type WindowKind = (typeof WINDOWS)[number]['value'];

export function kindOf(when: When | undefined): WindowKind {
  if (!when) return 'ever';
  return 'lastDays' in when ? 'last' : 'fromDay' in when ? 'own' : 'days';
}

/** The window that a choice starts with; dates are those of the question. */
export function startOf(kind: WindowKind, range: DayRange | undefined): When | undefined {
  switch (kind) {
    case 'ever':
      return undefined;
    case 'last':
      return { lastDays: 14 };
    case 'own':
      return { fromDay: 0, toDay: 6 };
    case 'days':
      return range ?? { lastDays: 14 };
  }
}
