import { describe, expect, it } from 'vitest';
import type { Names } from './conditions';
import { sayOrigin } from './origin';

const NAMES: Names = { segment: (id) => `number ${id}`, event: (name) => name };

describe('where a list came from', () => {
  it('is said in words', () =>
    expect(
      sayOrigin('Found at the watermark 2026-12-01T10:00:00Z by {"property":"country","is":["PT"]}', NAMES),
    ).toBe('List made on 1 Dec 2026 from: whose country is PT'));

  it('is said without a rule that was cut', () =>
    expect(sayOrigin('Found at the watermark 2026-12-01T10:00:00Z by {"property":"coun…', NAMES)).toBe(
      'List made on 1 Dec 2026',
    ));

  it('is left as it is where it is of another kind', () =>
    expect(sayOrigin('By hand', NAMES)).toBe('By hand'));
});
