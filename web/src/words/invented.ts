import type { ChangeView, ChosenFall, DropView, IncidentView } from '../api/changes';

/** Invented incidents for tests. */
export const change = (part: number | null, low = 0, high = 0): ChangeView => ({
  before: 100,
  expected: part === null ? null : 100,
  actual: part === null ? 0 : 100 * (1 + part),
  part,
  low: part === null ? null : low,
  high: part === null ? null : high,
});

export const drop = (over: Partial<DropView>): DropView => ({
  figure: 'AD_REVENUE',
  unit: 'MONEY',
  isWorseAbove: false,
  slice: [{ property: 'platform', value: 'android' }],
  same: [],
  days: { from: '2026-10-31', to: '2026-11-16' },
  distance: -20,
  change: change(-0.9, -0.95, -0.85),
  without: change(0.02, -0.04, 0.08),
  suspects: [],
  parts: [],
  tried: 300,
  isCounted: true,
  ...over,
});

export const chosen = (over: Partial<ChosenFall>): ChosenFall => ({
  id: 7,
  name: 'Beacons lit',
  figure: null,
  unit: 'COUNT',
  isWorseAbove: false,
  days: { from: '2026-10-31', to: '2026-11-07' },
  change: change(-0.5, -0.6, -0.4),
  portions: [],
  ...over,
});

export const incident = (over: Partial<IncidentView>): IncidentView => ({
  id: 'one',
  kind: 'LOST_TRACKING',
  slice: [{ property: 'platform', value: 'android' }],
  days: { from: '2026-10-31', to: '2026-11-16' },
  onset: null,
  isOver: true,
  since: change(null),
  sinceFrom: null,
  moneyLost: null,
  arrived: null,
  worth: null,
  breakUp: null,
  settled: null,
  drops: [drop({})],
  outage: null,
  mixed: null,
  events: [],
  performance: [],
  spot: null,
  course: { actual: [], expected: [], low: [], high: [] },
  peak: false,
  blamed: null,
  chosen: [],
  ...over,
});
