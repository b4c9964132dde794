import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { Throttle } from './throttle';

describe('a throttle', () => {
  beforeEach(() => void vi.useFakeTimers());
  afterEach(() => void vi.useRealTimers());

  it('passes on at most ten values a second, the newest of each pause, and the last', () => {
    const send = vi.fn();
    const throttle = new Throttle<number>(send);
    for (let at = 0; at <= 100; at++) {
      throttle.push(at);
      vi.advanceTimersByTime(10);
    }
    throttle.flush();
    const sent = send.mock.calls.map(([value]) => value as number);
    expect(sent.length).toBeLessThanOrEqual(12);
    expect(sent[0]).toBe(0);
    expect(sent.at(-1)).toBe(100);
    expect([...sent].sort((a, b) => a - b)).toEqual(sent);
  });

  it('passes on a single value once, and one after a pause at once', () => {
    const send = vi.fn();
    const throttle = new Throttle<string>(send);
    throttle.push('a');
    throttle.flush();
    vi.advanceTimersByTime(1000);
    throttle.push('b');
    expect(send.mock.calls).toEqual([['a'], ['b']]);
  });
});
