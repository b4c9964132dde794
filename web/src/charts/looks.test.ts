import { describe, expect, it } from 'vitest';
import { hovered } from './looks';

describe('what is said where one points', () => {
  it('shows names as text and each line once', () => {
    const items = [
      { name: 'Mon', seriesName: '<b>x</b>', marker: '', value: 4 },
      { name: 'Mon', seriesName: '<b>x</b>', marker: '', value: 4 },
      { name: 'Mon', seriesName: 'y', marker: '', value: null },
    ];
    expect(hovered(items, String)).toBe('Mon<br>&lt;b&gt;x&lt;/b&gt; <b>4</b>');
  });
});
