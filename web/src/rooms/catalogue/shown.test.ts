import { describe, expect, it } from 'vitest';
import type { EntryView, RecordedEvent } from '../../api/catalogue';
import { compareVersions } from '../../words/versions';
import { gapSentences } from '../../words/gaps';
import { shownEvents } from './shown';

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

const entry = (over: Partial<EntryView>): EntryView => ({
  kind: 'EVENT',
  name: 'ad_finished',
  shownAs: '',
  description: '',
  owner: '',
  hidden: false,
  retired: false,
  ...over,
});

const gap = { kind: 'LOST' as const, platform: 'android', version: '1.7.1', sent: 0, expected: 7708.4 };

describe('which rows are shown', () => {
  const events = [
    event({ gaps: [gap] }),
    event({ name: 'push_received', activity: false }),
    event({ name: 'old_event', status: 'QUIET' }),
  ];
  const names = (...of: Parameters<typeof shownEvents>) => shownEvents(...of).map((each) => each.name);

  it('leaves hidden ones out unless they are asked for', () => {
    const entries = [entry({ hidden: true })];
    expect(names(events, entries, 'kept', '')).toEqual(['push_received', 'old_event']);
    expect(names(events, entries, 'hidden', '')).toEqual(['ad_finished']);
    expect(names(events, entries, 'all', '')).toHaveLength(3);
  });

  it('knows those missing somewhere, passive ones and quiet ones', () => {
    expect(names(events, [], 'gaps', '')).toEqual(['ad_finished']);
    expect(names(events, [], 'activity', '')).toEqual(['ad_finished', 'old_event']);
    expect(names(events, [], 'quiet', '')).toEqual(['old_event']);
  });

  it('finds names given here and their own, whatever the letters', () => {
    const entries = [entry({ shownAs: 'Adverts watched' })];
    expect(names(events, entries, 'kept', ' WATCH')).toEqual(['ad_finished']);
    expect(names(events, entries, 'kept', 'ad_fin')).toEqual(['ad_finished']);
    expect(names(events, [entry({ kind: 'PROPERTY', shownAs: 'x' })], 'kept', 'x')).toEqual([]);
  });
});

describe('what is said of gaps', () => {
  it('names senders and what was to be expected', () => {
    const other = { ...gap, version: '1.8.0', expected: 300 };
    expect(gapSentences(event({ gaps: [gap, other] }))).toEqual([
      {
        kind: 'LOST',
        text: 'is not sent by android 1.7.1 and android 1.8.0, though earlier versions sent it: 0 instead of about 8,008 expected.',
      },
    ]);
    expect(gapSentences(event({ gaps: [{ ...gap, kind: 'QUIET', version: '' }] }))[0]?.text).toContain(
      'has stopped on android: 0 instead of about 7,708 expected in the last 7 full days',
    );
    expect(
      gapSentences(event({ gaps: [{ ...gap, kind: 'NEVER', platform: '', version: '' }] }))[0]?.text,
    ).toBe('was never sent by apps without a platform.');
  });
});

describe('versions', () => {
  it('are ordered by their numbers', () => {
    expect(['1.10.0', '1.9.2', '1.9', '2.0-beta', '2.0'].sort(compareVersions)).toEqual([
      '1.9',
      '1.9.2',
      '1.10.0',
      '2.0',
      '2.0-beta',
    ]);
  });
});
