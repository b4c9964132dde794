import { describe, expect, it } from 'vitest';
import { dark, light, type Roles } from './roles';

/** Source: WCAG 2.2, relative luminance and contrast ratio. */
function luminance(hex: string): number {
  const [r, g, b] = [1, 3, 5].map((at) => {
    const channel = parseInt(hex.slice(at, at + 2), 16) / 255;
    return channel <= 0.04045 ? channel / 12.92 : ((channel + 0.055) / 1.055) ** 2.4;
  });
  return 0.2126 * (r ?? 0) + 0.7152 * (g ?? 0) + 0.0722 * (b ?? 0);
}

function contrast(a: string, b: string): number {
  const [low, high] = [luminance(a), luminance(b)].sort((x, y) => x - y);
  return ((high ?? 0) + 0.05) / ((low ?? 0) + 0.05);
}

/** A role mixed into the sheet, as the cells of the triangle are at their strongest. */
function mixed(role: string, sheet: string, part: number): string {
  const channel = (at: number) =>
    Math.round(
      parseInt(role.slice(at, at + 2), 16) * part + parseInt(sheet.slice(at, at + 2), 16) * (1 - part),
    );
  return `#${[1, 3, 5].map((at) => channel(at).toString(16).padStart(2, '0')).join('')}`;
}

describe.each([
  ['light', light],
  ['dark', dark],
] as [string, Roles][])('%s', (_, roles) => {
  it.each(['ink', 'ink2', 'act', 'deep', 'fallText', 'releaseText'] as const)(
    'text in %s reads on page, sheet and an opened row',
    (role) => {
      expect(contrast(roles[role], roles.page)).toBeGreaterThanOrEqual(4.5);
      expect(contrast(roles[role], roles.sheet)).toBeGreaterThanOrEqual(4.5);
      expect(contrast(roles[role], roles.hover)).toBeGreaterThanOrEqual(4.5);
    },
  );

  it.each(['release', 'compared', 'deep', 'fall', 'act'] as const)('marks in %s stand out', (role) => {
    expect(contrast(roles[role], roles.sheet)).toBeGreaterThanOrEqual(3);
  });

  it('numbers read on the strongest cell of the triangle', () => {
    for (const role of [roles.fall, roles.act, roles.deep]) {
      expect(contrast(roles.ink, mixed(role, roles.sheet, 0.42))).toBeGreaterThanOrEqual(4.5);
    }
  });
});
