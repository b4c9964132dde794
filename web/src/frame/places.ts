import type { RailView } from '../api/queries';
import type { Words } from '../api/words';
import { TERMS } from '../help/handbook';
import { ROOMS, SETTINGS } from '../model/rooms';
import type { Names } from '../words/conditions';
import { FIGURES, figureTitle } from '../words/figures';
import { daysParam } from '../model/question';

/** Something that can be found. Exactly one of address, asks and term says what happens when it is chosen. */
export interface Place {
  kind: string;
  name: string;
  /** Other words by which it is found. */
  also: string;
  address?: string;
  /** Changes of the question at hand. */
  asks?: Record<string, string | null>;
  /** A term of the handbook. */
  term?: string;
}

interface Known {
  app: string;
  words: Words;
  names: Names;
  rail: Pick<RailView, 'versions' | 'fullDaysEnd'> | undefined;
}

const address = (app: string, room: string, params: Record<string, string>) =>
  `/a/${app}/${room}?${new URLSearchParams(params).toString()}`;

/** Everything that can be found, kind by kind. */
export const placesOf = (known: Known): Place[] => [
  ...rooms(known),
  ...events(known),
  ...properties(known),
  ...segments(known),
  ...settings(known),
  ...releases(known),
  ...figures(),
  ...TERMS.map(({ name }) => ({ kind: 'Help', name, also: 'definition term meaning', term: name })),
];

const rooms = ({ app }: Known): Place[] =>
  ROOMS.map((room) => ({
    kind: 'Rooms',
    name: room.name,
    also: `${room.subtitle} ${room.synonyms}`,
    address: `/a/${app}/${room.path}`,
  }));

/** An event leads to how often it occurs by day; it is found by both of its names. */
const events = ({ app, words, names }: Known): Place[] =>
  words.events.map(({ name: event }) => ({
    kind: 'Events',
    name: names.event(event),
    also: event,
    address: address(app, 'metrics', {
      m: JSON.stringify([{ name: 'a', kind: 'EVENTS', what: { event } }]),
    }),
  }));

/** A property leads to the active users by its values. */
const properties = ({ app, words }: Known): Place[] =>
  words.properties.map(({ name }) => ({
    kind: 'Properties',
    name,
    also: '',
    address: address(app, 'metrics', { split: JSON.stringify([{ property: name }]) }),
  }));

const segments = ({ app, words }: Known): Place[] =>
  words.segments.map(({ id, name }) => ({
    kind: 'Segments',
    name,
    also: 'segment',
    address: address(app, 'users', { among: JSON.stringify({ segment: id }) }),
  }));

const settings = ({ app }: Known): Place[] =>
  Object.entries(SETTINGS).map(([part, name]) => ({
    kind: 'Settings',
    name,
    also: 'settings',
    address: address(app, 'settings', { part }),
  }));

const releases = ({ rail }: Known): Place[] =>
  (rail?.versions ?? [])
    .filter((version) => rail && version.starts < rail.fullDaysEnd)
    .map((version) => ({
      kind: 'Releases',
      name: `Since ${version.version}`,
      also: 'release version',
      asks: {
        days: daysParam({ from: version.starts, to: rail?.fullDaysEnd ?? version.starts }),
        against: null,
      },
    }));

const figures = (): Place[] =>
  FIGURES.map((figure) => ({
    kind: 'Metric on the rail',
    name: figureTitle(figure),
    also: 'metric',
    asks: { figure },
  }));
