import type { EntryView, RecordedEvent, RecordedProperty, Sender } from '../../api/catalogue';
import { entryOf } from './shown';
import { typeWords } from './PropertyRows';

type Rows = (string | number | null)[][];

/** One row an event, with how often each sender sent it. */
export function eventCsv(events: RecordedEvent[], entries: EntryView[], senders: Sender[]): Rows {
  const head = [
    'event',
    'display name',
    'description',
    'owner',
    'status',
    'activity',
    'events',
    'users',
    'first seen',
    'last seen',
  ];
  return [
    [...head, ...senders.map((sender) => `${sender.platform} ${sender.version}`.trim())],
    ...events.map((event) => {
      const entry = entryOf(entries, 'EVENT', event.name);
      return [
        event.name,
        entry.shownAs,
        entry.description,
        entry.owner,
        event.status.toLowerCase(),
        event.activity ? 'yes' : 'no',
        event.count,
        event.people,
        event.firstSeen,
        event.lastSeen,
        ...event.bySender,
      ];
    }),
  ];
}

/** One row a property. */
export function propertyCsv(properties: RecordedProperty[], entries: EntryView[]): Rows {
  return [
    [
      'property',
      'display name',
      'description',
      'owner',
      'status',
      'type',
      'events with it',
      'values',
      'first seen',
      'last seen',
      'most frequent',
    ],
    ...properties.map((property) => {
      const entry = entryOf(entries, 'PROPERTY', property.name);
      return [
        property.name,
        entry.shownAs,
        entry.description,
        entry.owner,
        property.status.toLowerCase(),
        typeWords(property),
        property.events,
        property.distinct,
        property.firstSeen,
        property.lastSeen,
        property.examples.map((example) => example.of).join(' | '),
      ];
    }),
  ];
}
