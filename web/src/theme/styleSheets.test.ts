import { readFileSync, readdirSync, statSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { describe, expect, it } from 'vitest';

const filesOf = (folder: string, ending: string): string[] =>
  readdirSync(folder).flatMap((name) => {
    const path = join(folder, name);
    if (statSync(path).isDirectory()) return filesOf(path, ending);
    return path.endsWith(ending) ? [path] : [];
  });

/** Classes with which the selectors of a style sheet begin. */
function firstClasses(css: string): string[] {
  const plain = css.replace(/\/\*[\s\S]*?\*\//g, '').replace(/@[^{]*\{/g, '');
  const selectors = [...plain.matchAll(/([^{}]+)\{/g)].flatMap((found) => (found[1] ?? '').split(','));
  return [...new Set(selectors.flatMap((selector) => /^\s*\.([\w-]+)/.exec(selector)?.[1] ?? []))];
}

/** Classes that a component gives to what it draws. */
function usedClasses(tsx: string): Set<string> {
  const texts = [...tsx.matchAll(/className=(?:"([^"]*)"|\{([^}]*)\})/g)].flatMap(([, plain, code]) =>
    plain === undefined ? [...(code ?? '').matchAll(/'([^']*)'/g)].map((found) => found[1] ?? '') : [plain],
  );
  return new Set(texts.flatMap((text) => text.split(' ')));
}

describe('style sheets of rooms', () => {
  it('style nothing outside their room, so that a room looks the same whichever was opened before', () => {
    const components = filesOf('src', '.tsx').map((path) => ({
      path,
      used: usedClasses(readFileSync(path, 'utf8')),
    }));
    const sheets = filesOf('src/rooms', '.css');
    expect(sheets.length).toBeGreaterThan(0);
    const leaks = sheets.flatMap((sheet) =>
      firstClasses(readFileSync(sheet, 'utf8')).flatMap((name) =>
        components
          .filter(({ path, used }) => !path.startsWith(dirname(sheet)) && used.has(name))
          .map(({ path }) => `.${name} of ${sheet} is used in ${path}`),
      ),
    );
    expect(leaks).toEqual([]);
  });

  it('are few: looks belong to the theme, to the kit and to the part that has them', () => {
    const lines = filesOf('src', '.css').flatMap((sheet) => readFileSync(sheet, 'utf8').split('\n'));
    expect(lines.length).toBeLessThan(500);
  });
});
