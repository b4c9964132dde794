import { describe, expect, test } from 'vitest';
import { change, drop, incident } from './invented';
import {
  afterSentence,
  changeWords,
  fellSentence,
  lostWords,
  moneySentence,
  nowWord,
  arrivedSentence,
  recoverySentence,
  settledSentence,
  releaseSentence,
  titleOf,
  verdict,
  withoutSentence,
} from './changes';

describe('the words of a case', () => {
  test('a change has its interval, and is not told of too few', () => {
    expect(changeWords(change(-0.581, -0.643, -0.509))).toBe('\u221258.1% (\u221264.3 to \u221250.9)');
    expect(changeWords(change(null))).toBe('too few users to tell');
  });

  test('what fell in a slice is counted in things, for everybody in its own unit', () => {
    expect(fellSentence(drop({}), 'EUR')).toBe(
      'Revenue from ads of platform android dropped compared with other users: 10 paid ads instead of about 100 expected, \u221290.0% (\u221295.0 to \u221285.0).',
    );
    const people = drop({ figure: 'ACTIVE_PEOPLE', unit: 'PEOPLE', slice: [], isCounted: false });
    expect(fellSentence(people, 'EUR')).toContain(
      'Active users went below the expected range: 10 a day instead of about 100',
    );
  });

  test('a figure that is worse above rose', () => {
    const quiet = drop({ figure: 'GONE_QUIET', slice: [], isWorseAbove: true });
    expect(titleOf(incident({ drops: [quiet] }))).toBe('Lapsed users rose');
    expect(titleOf(incident({ drops: [] }))).toBe('Events stopped arriving');
  });

  test('whether others fell, too, is said', () => {
    expect(withoutSentence(drop({}))).toMatch(/^Without this group there is no drop/);
    expect(withoutSentence(drop({ without: change(-0.1, -0.2, -0.05) }))).toMatch(
      /^Without this group there is still a drop/,
    );
    expect(withoutSentence(drop({ slice: [] }))).toBeUndefined();
  });

  test('a release is linked by what speaks for it and what those on it did', () => {
    const blamed = {
      version: '1.7.1',
      platform: 'android',
      starts: '2026-10-28',
      daysBefore: 3,
      link: 'DOSE' as const,
      contrast: change(-1, -1, -0.99),
    };
    expect(releaseSentence(incident({ blamed }))).toContain('began 3 days before');
    expect(releaseSentence(incident({ blamed }))).toContain('\u2212100.0%');
    const other = { ...blamed, link: 'RUNS_WORSE' as const, contrast: change(null) };
    expect(releaseSentence(incident({ blamed: other }))).toMatch(
      /ran worse for these users on this release\.$/,
    );
  });

  test('a verdict names whom, and says when nothing tells why', () => {
    expect(verdict(incident({}))).toContain('platform android');
    expect(verdict(incident({ kind: 'UNEXPLAINED' }))).toMatch(/^Unexplained/);
  });

  test('money is missing, or came in more where a price rose', () => {
    expect(moneySentence(incident({}), 'EUR')).toBeUndefined();
    expect(moneySentence(incident({ moneyLost: 12 }), 'EUR')).toMatch(/^About EUR.12\.00 are missing/);
    expect(moneySentence(incident({ moneyLost: -12, kind: 'PRICE' }), 'EUR')).toMatch(
      /^About EUR.12\.00 more came in/,
    );
  });

  test('after it, whether it is over', () => {
    expect(afterSentence(incident({}), '2026-11-26')).toBe(
      'No longer significantly below the expected value since Mon 16 Nov.',
    );
    expect(
      afterSentence(incident({ since: change(0.01, -0.04, 0.06), sinceFrom: '2026-11-23' }), '2026-11-26'),
    ).toBe('It recovered gradually and has been as expected since Mon 23 Nov: +1.0% (\u22124.0 to +6.0).');
    expect(afterSentence(incident({ sinceFrom: '2026-11-16', kind: 'OUTAGE' }), '2026-11-26')).toBe(
      'Recovered: as expected since Mon 16 Nov.',
    );
    const days = { from: '2026-10-31', to: '2026-11-26' };
    expect(afterSentence(incident({ isOver: false, days }), '2026-11-26')).toContain('Wed 25 Nov');
    expect(afterSentence(incident({ isOver: false }), '2026-11-18')).toContain('Too early to say');
    const since = change(-0.4, -0.5, -0.3);
    expect(afterSentence(incident({ isOver: false, since }), '2026-11-26')).toContain(
      'Not recovered: since Mon 16 Nov it is still below the expected value, by \u221240.0',
    );
  });

  test('in a word, whether it is over, goes on or ended without being back', () => {
    expect(nowWord(incident({}))).toBe('over');
    expect(nowWord(incident({ isOver: false }))).toBe('ongoing');
    expect(nowWord(incident({ isOver: false, since: change(-0.4, -0.5, -0.3) }))).toBe('not recovered');
  });

  test('a burst is a mix of arrivals, told by how many more came', () => {
    const burst = incident({
      kind: 'MIX',
      slice: [],
      arrived: {
        having: { property: 'campaign', value: 'keeper_reel' },
        before: 214.2,
        after: 526,
        part: 0.93,
      },
    });
    expect(arrivedSentence(burst)).toContain(
      'from 214 to 526 a day; 93.0% of the rise had campaign keeper_reel',
    );
    expect(verdict(burst)).toContain('many more joined, most with campaign keeper_reel');
    expect(arrivedSentence(incident({}))).toBeUndefined();
  });

  test('whether it is back is said with what remains', () => {
    const days = { from: '2026-11-17', to: '2026-11-26' };
    expect(recoverySentence({ state: 'BACK', days, change: change(-0.02, -0.06, 0.02) }, false)).toBe(
      'Recovered: since Tue 17 Nov it is as expected (\u22122.0% (\u22126.0 to +2.0)), significantly better than during the drop.',
    );
    expect(recoverySentence({ state: 'PARTLY', days, change: change(0.2, 0.1, 0.3) }, true)).toContain(
      'still above the expected value, by +20.0',
    );
    expect(recoverySentence({ state: 'BEFORE_THE_FALL', days, change: change(null) }, false)).toContain(
      'Tue 17 Nov is before the drop began',
    );
  });

  test('what the advert network paid for says whether the record was lost', () => {
    const settled = {
      platform: 'android',
      days: 17,
      settledBefore: 210.2,
      settled: 214.8,
      countedBefore: 190.4,
      counted: 12.1,
      against: change(-0.94, -0.96, -0.91),
      money: 45.5,
      verdict: 'RECORD_LOST' as const,
    };
    const lost = incident({ settled, moneyLost: 40 });
    expect(settledSentence(settled)).toBe(
      'The ad network paid for 215 ads a day on android, 210 before. Tracked events: 12.1 a day, 190 before. Compared with the paid ads, tracked ads changed by \u221294.0% (\u221296.0 to \u221291.0): only the tracking was lost.',
    );
    expect(moneySentence(lost, 'EUR')).toBe(
      'About EUR 40.00 are missing in the tracking only; the ad network pays EUR 45.50 for those days.',
    );
    expect(verdict(lost)).toContain('Only the tracking was lost');
    expect(lostWords(lost, 'EUR')).toBe('EUR 40.00 untracked');
    expect(lostWords(incident({ moneyLost: 40 }), 'EUR')).toBe('\u2212EUR 40.00');
    expect(lostWords(incident({ moneyLost: -4 }), 'EUR')).toBe('+EUR 4.00');
    expect(lostWords(incident({}), 'EUR')).toBe('');
    expect(settledSentence({ ...settled, platform: '', verdict: 'FELL_TOO' })).toContain('were not shown');
    expect(moneySentence(incident({ settled: { ...settled, money: null }, moneyLost: 40 }), 'EUR')).toBe(
      'About EUR 40.00 are missing in the tracking only.',
    );
    expect(settledSentence(null)).toBeUndefined();
  });
});
