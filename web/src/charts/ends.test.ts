import { describe, expect, it } from 'vitest';
import { spread } from './ends';

describe('labels at the ends of lines', () => {
  it('stay where there is room', () => {
    expect(spread([100, 20, 60], 14, 200)).toEqual([100, 20, 60]);
  });

  it('are pushed apart in their order', () => {
    expect(spread([50, 40, 45], 14, 200)).toEqual([68, 40, 54]);
  });

  it('do not fall out below', () => {
    expect(spread([198, 199, 200], 14, 200)).toEqual([172, 186, 200]);
  });

  it('are none where there are no lines', () => {
    expect(spread([], 14, 200)).toEqual([]);
  });
});
