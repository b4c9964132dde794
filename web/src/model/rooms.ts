import { comparesEarlier, type Asked } from './question';

/** A link to a question that a newcomer asks: its text, and the words of the address. */
export interface FirstQuestion {
  text: string;
  /** What follows the address of the room; another room's address where it begins with its path. */
  to: string;
}

export interface Room {
  /** In the address, after the app. */
  path: string;
  name: string;
  /** What the room answers, in one line. */
  subtitle: string;
  /** Whether a question in the address compares two ranges, so that the rail shows both; absent where none does. */
  compares?: (param: Asked['param']) => boolean;
  /** Other words by which people look for it. */
  synonyms: string;
  /** Three questions to start with; they make sense for every app. */
  questions: readonly FirstQuestion[];
  /** Terms of the handbook that matter here. */
  terms: readonly string[];
}

const to = (params: Record<string, unknown>) =>
  '?' +
  new URLSearchParams(
    Object.entries(params).map(([name, value]) => [
      name,
      typeof value === 'string' ? value : JSON.stringify(value),
    ]),
  ).toString();

const NEW_USERS = { firstDid: { all: [] }, when: { lastDays: 28 } };

/** The rooms by group, in reading order. Head, finder, help, routes and tests read them here. */
export const GROUPS = [
  {
    name: 'Watch',
    rooms: [
      {
        path: 'tide',
        name: 'Tide table',
        subtitle: 'Headline metrics, each against its own past',
        compares: () => true,
        synonyms: 'home overview headline KPI DAU WAU MAU ARPU ARPDAU ARPPU AOV revenue dashboard start',
        questions: [
          { text: 'How was the last full day?', to: '' },
          { text: 'How was the last full week?', to: to({ by: 'week' }) },
          { text: 'How do users who joined in the last 28 days do?', to: to({ among: NEW_USERS }) },
        ],
        terms: [
          'Active users',
          'New users',
          'Sessions',
          'Stickiness',
          'Day 1 retention',
          'Revenue',
          'ARPDAU',
          'Lapsed users',
          'Expected range',
          'Previous period',
        ],
      },
      {
        path: 'releases',
        name: 'Releases',
        subtitle: 'Who is on each release, and what changed for them',
        synonyms: 'version update rollout adoption build',
        questions: [
          { text: 'Which releases are out, and how many users have them?', to: '' },
          { text: 'How do new users of each version come back?', to: 'retention?split=app_version' },
          {
            text: 'How many users are active on each version?',
            to: `metrics${to({ split: [{ property: 'app_version' }] })}`,
          },
        ],
        terms: ['Adoption', 'Release comparison', 'Significant', 'Case'],
      },
      {
        path: 'cases',
        name: 'Cases',
        subtitle: 'Sudden drops, with cause, cost and recovery',
        synonyms: 'drop incident anomaly alert alarm root cause decrease sudden change',
        questions: [
          { text: 'What dropped in the last weeks?', to: '' },
          { text: 'Which metrics are outside their expected range?', to: 'tide' },
          { text: 'Which monitors are set up?', to: 'settings?part=watched' },
        ],
        terms: ['Case', 'Drop', 'Expected value', 'Cost', 'Ruled out', 'Breakdown', 'Channel mix', 'Monitor'],
      },
    ],
  },
  {
    name: 'Ask',
    rooms: [
      {
        path: 'metrics',
        compares: comparesEarlier,
        name: 'Metrics',
        subtitle: 'Any metric over time, by any property',
        synonyms: 'measure chart trend count sum average median formula DAU WAU MAU segmentation graph',
        questions: [
          { text: 'How many users are active each day?', to: '' },
          {
            text: 'How many users are active each week, by platform?',
            to: to({ by: 'week', split: [{ property: 'platform' }] }),
          },
          { text: 'At which hours are users active?', to: to({ shape: 'week' }) },
        ],
        terms: [
          'Metric',
          'Active users',
          'Per user',
          'Split',
          'Previous period',
          'Cumulative, rolling',
          'Filter',
        ],
      },
      {
        path: 'retention',
        name: 'Retention',
        subtitle: 'How many users come back, and what they are worth',
        synonyms:
          'cohort churn LTV lifetime value come back return triangle survival day 1 day 7 day 30 D1 D7 D30',
        questions: [
          { text: 'How many new users come back week by week?', to: '' },
          { text: 'What is a new user worth over time?', to: to({ of: 'value' }) },
          { text: 'How long until users churn?', to: to({ of: 'quiet' }) },
        ],
        terms: [
          'Cohort',
          'Age',
          'Retention',
          'Complete cell',
          'Pooled average',
          '95% interval',
          'Significant',
          'Flattening',
          'Lifetime value',
          'Churn',
          'Time to churn',
          'Early behaviour',
        ],
      },
      {
        path: 'funnels',
        name: 'Funnels',
        subtitle: 'Where users drop off on the way through steps',
        synonyms: 'conversion drop-off path steps journey flow sequence onboarding checkout',
        questions: [
          { text: 'Where do users drop off on the most common path?', to: '' },
          { text: 'Where do new users drop off?', to: to({ among: NEW_USERS }) },
          { text: 'How does conversion develop week by week?', to: to({ by: 'week' }) },
        ],
        terms: [
          'Step',
          'Conversion',
          'Drop-off',
          'Still open',
          'Independent counts',
          'Hold constant',
          'Largest drop-off',
          '95% interval',
          'Significant',
        ],
      },
      {
        path: 'compare',
        name: 'Compare',
        subtitle: 'Two groups of users, metric by metric',
        synonyms: 'difference groups segments side by side A/B versus',
        questions: [
          { text: 'How do users of the two platforms differ?', to: '' },
          {
            text: 'How do new users differ from all others?',
            to: to({ first: NEW_USERS, order: 'difference' }),
          },
          { text: 'What differs most?', to: to({ order: 'difference' }) },
        ],
        terms: ['Difference', '95% interval', 'Significant', 'Filter', 'Segment'],
      },
      {
        path: 'levels',
        name: 'Level maps',
        subtitle: 'What happens where in a level',
        synonyms: 'heat map heatmap position coordinates level place spot frame rate',
        questions: [
          { text: 'Where in the largest level are users?', to: '' },
          { text: 'Where is the frame rate low?', to: to({ show: 'fps.mean' }) },
          { text: 'What changed against the days before?', to: to({ beside: 'before' }) },
        ],
        terms: ['Square', 'Share of users who were there', 'Previous period'],
      },
    ],
  },
  {
    name: 'Users',
    rooms: [
      {
        path: 'segments',
        name: 'Segments',
        subtitle: 'Named groups of users',
        synonyms: 'group audience cohort list',
        questions: [
          { text: 'Which segments exist?', to: '' },
          { text: 'Who are the users with the most revenue?', to: 'users' },
          { text: 'How do two groups of users differ?', to: 'compare' },
        ],
        terms: ['Segment', 'Filter', 'Behaviour', 'User'],
      },
      {
        path: 'users',
        name: 'User list',
        subtitle: 'Single users and what they did',
        synonyms: 'user profile person timeline account install erase delete privacy export',
        questions: [
          { text: 'Who brought the most revenue?', to: '' },
          { text: 'Who was active last?', to: to({ order: 'last_active' }) },
          { text: 'Who has the most sessions?', to: to({ order: 'sessions' }) },
        ],
        terms: ['User', 'Account', 'Install', 'Sessions', 'Revenue'],
      },
    ],
  },
  {
    name: 'Data',
    rooms: [
      {
        path: 'catalogue',
        name: 'Event catalogue',
        subtitle: 'What is recorded, since when, by whom',
        synonyms: 'tracking plan events properties schema dictionary taxonomy behaviour activity',
        questions: [
          { text: 'Which events are recorded?', to: '' },
          { text: 'Which properties are recorded?', to: to({ part: 'properties' }) },
          { text: 'Which behaviours are defined?', to: to({ part: 'behaviours' }) },
        ],
        terms: ['Event', 'Property', 'Event catalogue', 'Activity', 'Behaviour'],
      },
      {
        path: 'import',
        name: 'Import',
        subtitle: 'Files and live events coming in',
        synonyms: 'upload file CSV NDJSON live API ingest rejected rows data',
        questions: [
          { text: 'What was imported?', to: '' },
          { text: 'Which API keys may send events?', to: 'settings?part=keys' },
          { text: 'Which events arrived?', to: 'catalogue' },
        ],
        terms: ['Event', 'Duplicate', 'Rejected row', 'Install', 'Account'],
      },
      {
        path: 'events',
        name: 'Raw events',
        subtitle: 'Single events as they were received',
        synonyms: 'rows export log extract download CSV NDJSON Parquet',
        questions: [
          { text: 'Which events were received?', to: '' },
          { text: 'Who sent them?', to: 'users' },
          { text: 'How often does each event occur?', to: 'catalogue' },
        ],
        terms: ['Event', 'Property', 'User', 'Newest event'],
      },
      {
        path: 'settings',
        name: 'Settings',
        subtitle: 'Releases, rates, monitors, members, keys',
        synonyms: 'configuration admin options preferences',
        questions: [
          { text: 'Which releases are known?', to: '' },
          { text: 'Which metrics are monitored?', to: to({ part: 'watched' }) },
          { text: 'How do I change my password?', to: to({ part: 'you' }) },
        ],
        terms: ['Monitor', 'Expected range', 'Day, week and month', 'Activity', 'Sessions'],
      },
    ],
  },
] as const satisfies readonly { name: string; rooms: readonly Room[] }[];

export const ROOMS = GROUPS.flatMap((group) => [...group.rooms]);

/** Addresses that rooms had before, and what they are now: links that were kept still open. */
export const FORMER_PATHS = {
  measures: 'metrics',
  contrast: 'compare',
  places: 'levels',
  register: 'users',
  intake: 'import',
  extracts: 'events',
} as const satisfies Record<string, RoomPath>;

export type RoomPath = (typeof ROOMS)[number]['path'];

/** The room an address stands in. */
export const roomOf = (pathname: string): Room | undefined => {
  const path = pathname.split('/')[3];
  return ROOMS.find((room) => room.path === path);
};

/** The address of a first question. */
export const questionAddress = (app: string, room: string, { to: rest }: FirstQuestion) =>
  rest === '' || rest.startsWith('?') ? `/a/${app}/${room}${rest}` : `/a/${app}/${rest}`;

/** The parts of the settings; admins only for some. */
export const SETTINGS = {
  marks: 'Releases & annotations',
  rates: 'Exchange rates',
  channels: 'Channels',
  settlements: 'Ad settlements',
  watched: 'Monitors',
  alerts: 'Alerts',
  people: 'Members',
  keys: 'API keys',
  audit: 'Audit log',
  app: 'App',
  you: 'My account',
} as const;
