import type { ChosenFall, IncidentView } from '../api/changes';
import { changeWords, chosenName, sliceWords } from './changes';
import { measureValue } from './measures';
import { share } from './numbers';

/** How far it lay from what its own past lets expect. */
export function chosenSentence(fall: ChosenFall, currency: string): string {
  const value = (number: number | null) => measureValue(number, fall.unit, currency);
  const { change } = fall;
  return `The monitor of ${chosenName(fall)} went ${fall.isWorseAbove ? 'above' : 'below'} its expected range: ${value(change.actual)} a day instead of about ${value(change.expected)}, ${changeWords(change)}.`;
}

/** What else was chosen and fell in the same days. */
export function chosenBesides(incident: IncidentView): string | undefined {
  const leads = incident.drops.length === 0 && incident.outage === null;
  const besides = incident.chosen.slice(leads ? 1 : 0);
  if (besides.length === 0) return undefined;
  const said = besides.map((fall) => `${chosenName(fall)} ${changeWords(fall.change)}`).join('; ');
  return `${leads ? 'Other monitors' : 'Monitors'} that dropped on these days: ${said}.`;
}

/** Where what is missing of a measure is missing, as counted: whom a sentence is about, and what it says. */
export function portionSentences(
  { chosen }: IncidentView,
  currency: string,
): { who: string; text: string }[] {
  const fall = chosen[0];
  if (!fall || fall.portions.length === 0) return [];
  const value = (number: number) => measureValue(number, fall.unit, currency);
  const missing = fall.isWorseAbove ? 'excess' : 'missing';
  return fall.portions.map(({ having, before, after, ofBefore, ofMissing }) => ({
    who: sliceWords([having]),
    text: `, ${share(ofBefore)} of all before: from ${value(before)} to ${value(after)}, which is ${ofMissing >= 1 ? 'all' : share(ofMissing)} of the ${missing} amount.`,
  }));
}

/** What such counts are. */
export const PORTIONS_ARE =
  'Every property was compared with the same weekdays just before. These are counts without a test; several values may cover the same users.';
