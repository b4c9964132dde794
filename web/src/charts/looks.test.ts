import { describe, expect, it } from 'vitest';
import { hovered } from './looks';

describe('what is said where one points', () => {
  it('shows names as text and each line once', () => {
    const items = [
      { name: 'Mon', seriesName: '<b>x</b>', marker: '', value: 4 },
      { name: 'Mon', seriesName: '<b>x</b>', marker: '', value: 4 },
      { name: 'Mon', seriesName: 'y', marker: '', value: null },
    ];
    expect(hovered(items, String, () => '')).toBe('Mon<br>&lt;b&gt;x&lt;/b&gt; <b>4</b>');
  });

  it('says how a value differs from the range compared with', () => {
    const items = [
      { name: 'Mon', seriesName: 'x', marker: '', value: 4 },
      { name: 'Mon', seriesName: 'x, compared', marker: '', value: 5 },
      { name: 'Mon', seriesName: 'y, compared', marker: '', value: 6 },
    ];
    expect(hovered(items, String, (now, before) => String(now - before))).toBe(
      'Mon<br>y, compared <b>6</b><br>x <b>4</b> compared with 5: -1',
    );
  });
});
