import { readFileSync, readdirSync, statSync } from 'node:fs';
import { join } from 'node:path';
import ts from 'typescript';
import { describe, expect, it } from 'vitest';

/** Words of the interface that a stranger does not understand, or for which the vocabulary has another word. */
const UNCLEAR: readonly RegExp[] = [
  /\b(those who|those that|whoever|whatever they|nobody|somebody|everybody|everyone)\b/i,
  /\b(anew|told apart|told from|lets? expect|lies? apart|held against|stands? beside|by itself|comes of)\b/i,
  /\b(leave it|write it down|make it|say it|let them in|shut out|let go|keep it)\b/i,
  /\b(people|person|keepers?|adverts?|watermark|marks?|slices?|suspects?|living)\b/i,
  /\b(went quiet|gone quiet|lost here|went on|got to|more than chance|taken apart)\b/i,
  /-0\.0|−0\.0/,
];

/** Text literals that are values of the API, keys or addresses. What stands between tags is always read. */
const PINNED: readonly RegExp[] = [
  /^[a-z_.,/:?=&{}-]*$/, // keys, class names
  /^[A-Z_]+$/, // values of the API
  /^\//, // addresses
  /columns day, platform, adverts/,
];

const MOST_WORDS = 30;

interface Text {
  place: string;
  text: string;
}

function filesOf(folder: string): string[] {
  return readdirSync(folder).flatMap((name) => {
    const path = join(folder, name);
    if (statSync(path).isDirectory()) return filesOf(path);
    return /\.tsx?$/.test(name) && !/\.test\.|generated|invented/.test(name) ? [path] : [];
  });
}

/** A template with something for each value that is filled in. */
const filledIn = (node: ts.TemplateExpression) =>
  node.head.text + node.templateSpans.map((span) => `1${span.literal.text}`).join('');

function textOf(node: ts.Node): string | undefined {
  if (ts.isJsxText(node)) return node.text;
  if (ts.isStringLiteral(node) || ts.isNoSubstitutionTemplateLiteral(node)) return node.text;
  return ts.isTemplateExpression(node) ? filledIn(node) : undefined;
}

/** What names a class or a module is no text. */
function isCode(node: ts.Node): boolean {
  const parent = node.parent as ts.Node | undefined;
  if (!parent) return true;
  if (ts.isImportDeclaration(parent) || ts.isLiteralTypeNode(parent) || ts.isCaseClause(parent)) return true;
  // Words by which a room is found are what people type, and are not shown.
  if (ts.isPropertyAssignment(parent) && parent.name.getText() === 'synonyms') return true;
  return ts.isJsxAttribute(parent) && ['className', 'key', 'name', 'type'].includes(parent.name.getText());
}

function textsOf(path: string): Text[] {
  const file = ts.createSourceFile(path, readFileSync(path, 'utf8'), ts.ScriptTarget.Latest, true);
  const texts: Text[] = [];
  const visit = (node: ts.Node) => {
    const text = isCode(node) ? undefined : textOf(node)?.replace(/\s+/g, ' ').trim();
    const isPinned = !ts.isJsxText(node) && PINNED.some((pinned) => pinned.test(text ?? ''));
    if (text && /[a-z]{2}/i.test(text) && !isPinned) {
      const { line } = file.getLineAndCharacterOfPosition(node.getStart());
      texts.push({ place: `${path}:${line + 1}`, text });
    }
    ts.forEachChild(node, visit);
  };
  visit(file);
  return texts;
}

const TEXTS = filesOf('src').flatMap(textsOf);

describe('the words of the interface', () => {
  it('are found', () => {
    expect(TEXTS.length).toBeGreaterThan(1_000);
  });

  it('are those of the vocabulary', () => {
    const unclear = TEXTS.filter(({ text }) => UNCLEAR.some((words) => words.test(text)));
    expect(unclear.map(({ place, text }) => `${place} ${text}`)).toEqual([]);
  });

  it('make sentences of at most thirty words', () => {
    const long = TEXTS.flatMap(({ place, text }) =>
      text
        .split(/(?<=[.!?:;])\s/)
        .filter((sentence) => sentence.split(/\s+/).length > MOST_WORDS)
        .map((sentence) => `${place} ${sentence}`),
    );
    expect(long).toEqual([]);
  });
});
