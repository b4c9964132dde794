import type { Words } from '../../api/words';
import type { PersonCondition } from '../../words/conditions';

/** A segment that most apps want, before anybody saved it. */
export interface ReadySegment {
  name: string;
  who: PersonCondition;
}

const ACTIVE = { active: true } as const;

/** Common groups of users, as far as the app records what they need. Names follow the trade. */
export function readySegments({ properties, events }: Words): ReadySegment[] {
  const has = (property: string) => properties.some(({ name }) => name === property);
  const purchase = { property: 'revenue_type', is: 'purchase' } as const;
  const always: ReadySegment[] = [
    { name: 'New users', who: { firstDid: { all: [] }, when: { lastDays: 28 } } },
    { name: 'Regular users', who: { did: ACTIVE, atLeast: 20, when: { lastDays: 7 } } },
    {
      name: 'Lapsed users',
      who: {
        all: [{ did: ACTIVE, when: { lastDays: 56 } }, { not: { did: ACTIVE, when: { lastDays: 28 } } }],
      },
    },
  ];
  const payers: ReadySegment[] = has('revenue_type')
    ? [
        { name: 'Purchasers', who: { did: purchase } },
        { name: 'Repeat purchasers', who: { did: purchase, atLeast: 2 } },
      ]
    : [];
  const crashed: ReadySegment[] = events.some(({ name }) => name === 'crash')
    ? [{ name: 'Users with a crash', who: { did: { event: 'crash' }, when: { lastDays: 28 } } }]
    : [];
  return [...always, ...payers, ...crashed];
}
