/** Steps that people take one after another. */
export interface Path {
  name: string;
  events: string[];
}

/** Paths that are often looked at, of events that usually have these names. */
const PATHS: Path[] = [
  {
    name: 'the first-time path',
    events: ['install', 'app_open', 'lesson_started', 'lesson_finished', 'beacon_started', 'beacon_lit'],
  },
  { name: 'the purchase path', events: ['app_open', 'shop_opened', 'pay_sheet_opened', 'purchase'] },
  {
    name: 'the beacon path',
    events: ['beacon_started', 'beacon_lit', 'ad_offered', 'ad_shown', 'ad_finished'],
  },
];

/** Those all of whose events there are. */
export const pathsOf = (events: string[]): Path[] =>
  PATHS.filter((path) => path.events.every((event) => events.includes(event)));
