import { renderToStaticMarkup } from 'react-dom/server';
import { describe, expect, it } from 'vitest';
import type { EntryView, RecordedEvent, RecordedEvents, RecordedProperty } from '../../api/catalogue';
import type { Finding } from '../../parts/answer/Answer';
import { eventCsv, propertyCsv } from './csv';
import { eventFindings, propertyFindings } from './findings';

const event = (over: Partial<RecordedEvent>): RecordedEvent => ({
  name: 'ad_finished',
  count: 10,
  people: 4,
  byDay: [4, 6],
  firstSeen: '2026-05-01',
  lastSeen: '2026-06-01',
  status: 'LIVE',
  activity: true,
  bySender: [10, 0],
  everBySender: [10, 0],
  gaps: [],
  ...over,
});

const entry: EntryView = {
  kind: 'EVENT',
  name: 'ad_finished',
  shownAs: 'Ad watched',
  description: 'Seen to its end',
  owner: 'ads',
  hidden: false,
  retired: false,
};

const events = (over: Partial<RecordedEvent>[]): RecordedEvents =>
  ({
    events: over.map(event),
    senders: [
      { platform: 'android', version: '1.7.1' },
      { platform: '', version: '' },
    ],
  }) as unknown as RecordedEvents;

const property = (over: Partial<RecordedProperty>): RecordedProperty =>
  ({
    name: 'level',
    events: 10,
    texts: 0,
    numbers: 10,
    distinct: 3,
    firstSeen: '2026-05-01',
    lastSeen: '2026-06-01',
    status: 'LIVE',
    examples: [{ of: '1', count: 6 }],
    withEvents: [],
    ...over,
  }) as unknown as RecordedProperty;

const said = (found: Finding[]) =>
  found.map((finding) =>
    renderToStaticMarkup(<>{finding.text}</>).replace(/<style[\s\S]*?<\/style>|<[^>]*>/g, ''),
  );
const open = () => undefined;

describe('findings of the event catalogue', () => {
  it('name an event by its display name where a version stopped sending it', () => {
    const lost = { kind: 'LOST' as const, platform: 'android', version: '1.7.1', sent: 0, expected: 7708.4 };
    const found = eventFindings(events([{ gaps: [lost] }, { name: 'push', activity: false }]), [entry], open);
    expect(said(found)).toEqual([
      'Ad watched is not sent by android 1.7.1, though earlier versions sent it: 0 instead of about 7,708 expected.',
      '20 events of 2 names in the range; 1 is passive.',
      '1 without a description.',
    ]);
    expect(found[0]?.caution).toBe(true);
  });

  it('do not warn of what old versions never sent', () => {
    const never = { kind: 'NEVER' as const, platform: 'ios', version: '1.0.0', sent: 0, expected: 5 };
    expect(said(eventFindings(events([{ gaps: [never] }]), [entry], open))[0]).toMatch(/^No gaps/);
  });

  it('say which properties come as text and as number', () => {
    const found = propertyFindings([property({ texts: 2, numbers: 8 }), property({ name: 'x' })], [], open);
    expect(said(found)).toEqual([
      'level comes as text in 2 events and as number in 8. Number comparisons ignore texts that are not numbers.',
      '2 properties in use.',
      '2 without a description.',
    ]);
  });
});

describe('rows of the files of the event catalogue', () => {
  it('have a column for each sender', () => {
    const view = events([{}]);
    const [head, row] = eventCsv(view.events, [entry], view.senders);
    expect(head?.slice(-2)).toEqual(['android 1.7.1', '']);
    expect(row).toEqual([
      'ad_finished',
      'Ad watched',
      'Seen to its end',
      'ads',
      'live',
      'yes',
      10,
      4,
      '2026-05-01',
      '2026-06-01',
      10,
      0,
    ]);
  });

  it('of properties have as many cells as the head', () => {
    const [head, row] = propertyCsv([property({})], []);
    expect(row).toHaveLength(head?.length ?? 0);
  });
});
