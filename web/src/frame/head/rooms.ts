/** The groups of rooms and what stands in each, in reading order; whether a room's question compares two ranges. */
export const GROUPS = [
  {
    name: 'Watch',
    rooms: [
      { path: 'tide', name: 'Tide table', compares: true },
      { path: 'releases', name: 'Releases', compares: false },
      { path: 'cases', name: 'Cases', compares: false },
    ],
  },
  {
    name: 'Ask',
    rooms: [
      { path: 'measures', name: 'Metrics', compares: false },
      { path: 'retention', name: 'Retention', compares: false },
      { path: 'funnels', name: 'Funnels', compares: false },
      { path: 'contrast', name: 'Compare', compares: false },
      { path: 'places', name: 'Level maps', compares: false },
    ],
  },
  {
    name: 'Users',
    rooms: [
      { path: 'segments', name: 'Segments', compares: false },
      { path: 'register', name: 'User list', compares: false },
    ],
  },
  {
    name: 'Data',
    rooms: [
      { path: 'catalogue', name: 'Event catalogue', compares: false },
      { path: 'intake', name: 'Import', compares: false },
      { path: 'extracts', name: 'Raw events', compares: false },
      { path: 'settings', name: 'Settings', compares: false },
    ],
  },
] as const;

/** The room an address stands in. */
export const roomOf = (pathname: string) => {
  const path = pathname.split('/')[3];
  return GROUPS.flatMap((group) => [...group.rooms]).find((room) => room.path === path);
};
