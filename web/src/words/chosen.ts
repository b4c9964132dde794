import type { ChosenFall, IncidentView } from '../api/changes';
import { changeWords, chosenName, sliceWords } from './changes';
import { measureValue } from './measures';
import { share } from './numbers';

/** How far it lay from what its own past lets expect. */
export function chosenSentence(fall: ChosenFall, currency: string): string {
  const value = (number: number | null) => measureValue(number, fall.unit, currency);
  const { change } = fall;
  return `${chosenName(fall)}, which somebody chose to have watched, lay ${fall.isWorseAbove ? 'above' : 'below'} what its past lets expect: ${value(change.actual)} a day instead of ${value(change.expected)}, ${changeWords(change)}.`;
}

/** What else was chosen and fell in the same days. */
export function chosenBesides(incident: IncidentView): string | undefined {
  const leads = incident.drops.length === 0 && incident.outage === null;
  const besides = incident.chosen.slice(leads ? 1 : 0);
  if (besides.length === 0) return undefined;
  const said = besides.map((fall) => `${chosenName(fall)} ${changeWords(fall.change)}`).join('; ');
  return `Of what was chosen to be watched, in these days${leads ? ' too' : ''}: ${said}.`;
}

/** Where what is missing of a measure is missing, as counted: whom a sentence is about, and what it says. */
export function portionSentences(
  { chosen }: IncidentView,
  currency: string,
): { who: string; text: string }[] {
  const fall = chosen[0];
  if (!fall || fall.portions.length === 0) return [];
  const value = (number: number) => measureValue(number, fall.unit, currency);
  const missing = fall.isWorseAbove ? 'too much' : 'missing';
  return fall.portions.map(({ having, before, after, ofBefore, ofMissing }) => ({
    who: sliceWords([having]),
    text: `, ${part(ofBefore)} of all before: from ${value(before)} to ${value(after)}, which is ${ofMissing >= 1 ? 'all' : part(ofMissing)} of what is ${missing}.`,
  }));
}

/** What such counts are. */
export const PORTIONS_ARE =
  'Every property was counted against the same weekdays just before. These are counts and no test; several values may be the same people.';

const part = (value: number) => share(value).replace(' ', '\u00a0');
