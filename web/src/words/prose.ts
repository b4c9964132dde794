import type { IncidentView } from '../api/changes';
import { changeWords, daysWords, KIND, lastDay, leadOf, sliceWords } from './changes';
import { dayOf, dayWords } from './dates';
import { count, money } from './numbers';

/** Figures of a case by the name that stands for them in somebody's words. */
export type Figures = Record<string, string>;

const NAMES = /\{([a-z ]+)\}/g;

/** What can stand bound in the words of a case: as it was found, never typed. */
export function figuresOf(incident: IncidentView, currency: string): Figures {
  const lead = incident.drops[0];
  const size = leadOf(incident)?.change;
  const known: Record<string, string | undefined> = {
    size: size && size.part !== null ? changeWords(size) : undefined,
    'as it was': lead && lead.isCounted ? count(Math.round(lead.change.actual)) : undefined,
    expected:
      lead && lead.isCounted && lead.change.expected !== null
        ? count(Math.round(lead.change.expected))
        : undefined,
    'money lost': incident.moneyLost === null ? undefined : money(Math.abs(incident.moneyLost), currency),
    days: daysWords(incident.days),
    'first day': dayWords(dayOf(incident.days.from)),
    'last day': lastDay(incident.days.to),
    slice: incident.slice.length > 0 ? sliceWords(incident.slice) : undefined,
    release: incident.blamed?.version,
    kind: KIND[incident.kind].toLowerCase(),
  };
  return Object.fromEntries(
    Object.entries(known).filter((each): each is [string, string] => each[1] !== undefined),
  );
}

/** A text in pieces: as typed, or a figure that is bound. */
export interface Piece {
  text: string;
  isBound: boolean;
}

/** A name in braces becomes its figure; what stands for nothing stays as it was typed. */
export function pieces(words: string, figures: Figures): Piece[] {
  const found: Piece[] = [];
  let at = 0;
  for (const match of words.matchAll(NAMES)) {
    const figure = figures[match[1] ?? ''];
    if (figure === undefined) continue;
    if (match.index > at) found.push({ text: words.slice(at, match.index), isBound: false });
    found.push({ text: figure, isBound: true });
    at = match.index + match[0].length;
  }
  if (at < words.length) found.push({ text: words.slice(at), isBound: false });
  return found;
}

export const filled = (words: string, figures: Figures): string =>
  pieces(words, figures)
    .map((piece) => piece.text)
    .join('');

/** The figures that stand in a text, bound to their names: the longest first, so that none is torn. */
export function bound(text: string, figures: Figures): string {
  const names = Object.entries(figures)
    .filter(([, figure]) => figure.length > 3 || /\d/.test(figure))
    .sort(([, one], [, other]) => other.length - one.length);
  const parts: (string | { name: string })[] = [text];
  for (const [name, figure] of names) {
    const split = parts.flatMap((part) =>
      typeof part === 'string'
        ? part.split(figure).flatMap((each, index) => (index === 0 ? [each] : [{ name }, each]))
        : [part],
    );
    parts.splice(0, parts.length, ...split);
  }
  return parts.map((part) => (typeof part === 'string' ? part : `{${part.name}}`)).join('');
}
