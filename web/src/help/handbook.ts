import handbook from '../../../docs/handbook.md?raw';

/** A term of the handbook with its definition. */
export interface Term {
  name: string;
  /** "3. Users and activity": the part of the handbook in which it is defined. */
  section: string;
  /** Markdown of one or several paragraphs. */
  definition: string;
}

/** Reads headings of the second level as sections and of the third as terms. */
export function termsOf(markdown: string): Term[] {
  const terms: Term[] = [];
  for (const section of markdown.split(/^## /m).slice(1)) {
    const [title = '', ...rest] = section.split(/^### /m);
    for (const term of rest) {
      const [name = '', ...lines] = term.split('\n');
      terms.push({
        name: name.trim(),
        section: title.split('\n')[0]?.trim() ?? '',
        definition: lines.join('\n').trim(),
      });
    }
  }
  return terms;
}

/** All terms of docs/handbook.md. */
export const TERMS = termsOf(handbook);

export const termOf = (name: string) => TERMS.find((term) => term.name === name);
