import type { By, PersonView, RegisterAsk, RegisterView } from '../../api/register';
import { peopleParam } from '../../model/question';
import { EVERYONE, isEveryone, type PersonCondition } from '../../words/conditions';

export const PAGE = 50;
/** People saved in one file. */
export const MOST_SAVED = 100_000;

export const BYS: { value: By; name: string }[] = [
  { value: 'REVENUE', name: 'revenue' },
  { value: 'PURCHASES', name: 'purchases' },
  { value: 'EVENTS', name: 'events' },
  { value: 'SESSIONS', name: 'sessions' },
  { value: 'ACTIVE_DAYS', name: 'active days' },
  { value: 'FIRST_SEEN', name: 'first seen' },
  { value: 'LAST_SEEN', name: 'last seen' },
  { value: 'LAST_ACTIVE', name: 'last active' },
  { value: 'PROPERTY', name: 'a property' },
];

/** The room's own words of the question. */
export interface Words {
  among: PersonCondition;
  by: By;
  property: string | null;
  largestFirst: boolean;
  columns: string[];
  from: number;
}

const USUAL_COLUMNS = 'country,platform,channel';

export function wordsOf(param: (name: string) => string | null): Words {
  const property = param('property');
  const by = BYS.find((each) => each.value.toLowerCase() === param('order'))?.value ?? 'REVENUE';
  return {
    among: peopleParam(param('among')) ?? EVERYONE,
    by: by === 'PROPERTY' && property === null ? 'REVENUE' : by,
    property: by === 'PROPERTY' ? property : null,
    largestFirst: param('direction') !== 'up',
    columns: (param('columns') ?? USUAL_COLUMNS).split(',').filter((column) => column !== ''),
    from: Math.max(0, Math.round(Number(param('from')) || 0)),
  };
}

/** The same words as they stand in the address; null takes a word out. */
export function paramsOf(words: Partial<Words>): Record<string, string | null> {
  const params: Record<string, string | null> = {};
  if (words.among) params.among = isEveryone(words.among) ? null : JSON.stringify(words.among);
  if (words.by) params.order = words.by === 'REVENUE' ? null : words.by.toLowerCase();
  if (words.property !== undefined) params.property = words.property;
  if (words.largestFirst !== undefined) params.direction = words.largestFirst ? null : 'up';
  if (words.columns) {
    const columns = words.columns.join(',');
    params.columns = columns === USUAL_COLUMNS ? null : columns;
  }
  if (words.from !== undefined) params.from = words.from === 0 ? null : String(words.from);
  return params;
}

/** The question as it goes over the wire. */
export const questionOf = (words: Words): RegisterAsk => ({
  among: words.among,
  by: words.by,
  property: words.property,
  largestFirst: words.largestFirst,
  columns: words.columns,
  from: words.from,
  most: PAGE,
  lenient: true,
});

export function csvRows(rows: PersonView[], view: RegisterView): (string | number | null)[][] {
  return [
    [
      'user',
      'known by',
      'revenue',
      'currency',
      'purchases',
      'events',
      'sessions',
      'active days',
      'first seen',
      'last seen',
      'last active',
      ...view.columns,
    ],
    ...rows.map((row) => [
      row.name,
      row.isAccount ? 'account' : 'install',
      row.revenue,
      view.currency,
      row.purchases,
      row.events,
      row.sessions,
      row.activeDays,
      row.firstSeen,
      row.lastSeen,
      row.lastActive,
      ...row.values,
    ]),
  ];
}
