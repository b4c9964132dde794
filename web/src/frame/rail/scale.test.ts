import { describe, expect, it } from 'vitest';
import type { VersionView } from '../../api/queries';
import { dayOf, isoOf } from '../../words/dates';
import { dragged, ribbons, scaleOf, silhouettePath, type Grip } from './scale';

const DAYS = { from: '2026-01-01', to: '2026-04-11' };
const scale = scaleOf(DAYS, 1000);

describe('scale', () => {
  it('turns days into pixels and back', () => {
    for (let day = scale.first; day <= scale.end; day++) expect(scale.day(scale.x(day))).toBe(day);
    expect(scale.day(-50)).toBe(scale.first);
    expect(scale.day(5000)).toBe(scale.end);
  });
});

describe('dragging', () => {
  const range = { from: '2026-02-01', to: '2026-02-15' };

  it('moves the whole, keeps its length and stays within the data', () => {
    const far = dragged(range, 'whole', dayOf('2026-02-05'), dayOf('2026-04-11'), scale);
    expect(far).toEqual({ from: '2026-03-28', to: '2026-04-11' });
    const near = dragged(range, 'whole', dayOf('2026-02-05'), dayOf('2026-02-07'), scale);
    expect(near).toEqual({ from: '2026-02-03', to: '2026-02-17' });
  });

  it('draws a new range in either direction', () => {
    const drawn = { from: '2026-03-01', to: '2026-03-08' };
    expect(dragged(range, 'new', dayOf(drawn.from), dayOf(drawn.to), scale)).toEqual(drawn);
    expect(dragged(range, 'new', dayOf(drawn.to), dayOf(drawn.from), scale)).toEqual(drawn);
    expect(dragged(range, 'new', dayOf(drawn.to), dayOf(drawn.to), scale)).toEqual(range);
  });

  it('never makes an empty range nor one outside the data', () => {
    let seed = 7;
    const random = (below: number) => {
      seed = (seed * 48271) % 2147483647;
      return seed % below;
    };
    for (let round = 0; round < 2000; round++) {
      const from = scale.first + random(99);
      const some = { from: isoOf(from), to: isoOf(from + 1 + random(scale.end - from)) };
      const grip = (['from', 'to', 'whole', 'new'] as Grip[])[random(4)] ?? 'new';
      const at = () => scale.first + random(scale.end - scale.first + 1);
      const next = dragged(some, grip, at(), at(), scale);
      expect(dayOf(next.from)).toBeLessThan(dayOf(next.to));
      expect(dayOf(next.from)).toBeGreaterThanOrEqual(scale.first);
      expect(dayOf(next.to)).toBeLessThanOrEqual(scale.end);
    }
  });
});

describe('paths', () => {
  it('lays each ribbon on those of older releases', () => {
    const version = (name: string, from: string, adoption: number[]): VersionView => ({
      version: name,
      starts: from,
      from,
      platforms: [],
      adoption,
    });
    const two = scaleOf({ from: '2026-01-01', to: '2026-01-03' }, 20);
    const drawn = ribbons(
      [version('1.0', '2026-01-01', [1, 0.25]), version('1.1', '2026-01-02', [0.75])],
      two,
      0,
      100,
    );
    expect(drawn.map((ribbon) => ribbon.path)).toEqual(['M5,100L15,100L15,75L5,0Z', 'M15,75L15,0Z']);
  });

  it('draws nothing above the strip and gaps at its bottom', () => {
    const four = scaleOf({ from: '2026-01-01', to: '2026-01-05' }, 40);
    expect(silhouettePath([1, null, 4, 2], four, 10, 50)).toBe('M5,50L5,40L15,50L25,10L35,30L35,50Z');
  });
});
