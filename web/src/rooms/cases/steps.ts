import type { ChangesView, DropView, IncidentView, SuspectView } from '../../api/changes';
import {
  afterSentence,
  arrivedSentence,
  changeWords,
  daysWords,
  FATE,
  fellSentence,
  moneySentence,
  performanceName,
  releaseSentence,
  settledSentence,
  sliceWords,
  verdict,
  whereSentence,
  withoutSentence,
  worthSentence,
} from '../../words/changes';
import { breakUpSentences } from '../../words/breakUp';
import { chosenBesides, chosenSentence, PORTIONS_ARE, portionSentences } from '../../words/chosen';
import type { Figure } from '../../api/queries';
import { dayOf, dayWords, instantParts } from '../../words/dates';
import { figureTitle } from '../../words/figures';
import { count, plural, points, share } from '../../words/numbers';

/** A paragraph; whom it is about may stand out at its beginning. */
export interface Paragraph {
  who?: string;
  text: string;
}

/** A step of the argument and what it says. */
export interface Step {
  key: string;
  title: string;
  says: Paragraph[];
}

const told = (...parts: (string | undefined)[]): Paragraph[] =>
  parts.flatMap((text) => (text ? [{ text }] : []));

/** The same as one text. */
export const plain = (step: Step): string => step.says.map(({ who = '', text }) => who + text).join('\n');

/** The argument of a case, step by step as it grows; a step that has nothing to say is left out. */
export function stepsOf(incident: IncidentView, view: ChangesView, zone: string): Step[] {
  const lead = incident.drops[0];
  const chosen = incident.chosen[0];
  const steps: Step[] = [
    {
      key: 'fell',
      title: 'What dropped',
      says: told(
        lead ? fellSentence(lead, view.currency) : undefined,
        !lead && !incident.outage && chosen ? chosenSentence(chosen, view.currency) : undefined,
        alsoFell(incident),
        chosenBesides(incident),
        moneySentence(incident, view.currency),
        outageSentence(incident, zone),
      ),
    },
    {
      key: 'since',
      title: 'Since when',
      says: told(
        `${daysWords(incident.days)}.`,
        orderSentence(incident),
        onsetSentence(incident, zone),
        releaseSentence(incident),
      ),
    },
  ];
  const money = told(...breakUpSentences(incident, view.currency));
  if (money.length > 0) steps.splice(1, 0, { key: 'money', title: 'Which revenue', says: money });
  if (lead) {
    const same = lead.same.map(sliceWords).join('; ');
    steps.push({
      key: 'where',
      title: 'Where',
      says: told(whereSentence(lead), withoutSentence(lead), same && `Almost the same users: ${same}.`),
    });
  }
  const portions = portionSentences(incident, view.currency);
  if (portions.length > 0)
    steps.push({ key: 'where', title: 'Where', says: [...portions, ...told(PORTIONS_ARE)] });
  if (lead && lead.suspects.length + lead.parts.length > 0) {
    steps.push({
      key: 'out',
      title: 'Other candidates',
      says: [...lead.suspects.map((each) => suspectSentence(each, incident)), ...told(partsSentence(lead))],
    });
  }
  const inside = told(
    arrivedSentence(incident),
    mixedSentence(incident),
    worthSentence(incident, view.currency),
    settledSentence(incident.settled),
    ...performanceSentences(incident),
    spotSentence(incident),
    eventSentence(incident),
  );
  if (inside.length > 0)
    steps.push({ key: 'inside', title: incident.mixed ? 'Which new users' : 'What changed', says: inside });
  steps.push({ key: 'verdict', title: 'Conclusion', says: told(verdict(incident)) });
  steps.push({ key: 'after', title: 'Since then', says: told(afterSentence(incident, view.fullDaysEnd)) });
  return steps;
}

/** What fell, or of a figure of loss rose, besides what leads. */
function alsoFell(incident: IncidentView): string | undefined {
  const others = incident.drops.slice(1).map((drop) => {
    const who = drop.slice.length ? ` of ${sliceWords(drop.slice)}` : '';
    return `${figureTitle(drop.figure)}${who} ${changeWords(drop.change)}`;
  });
  return others.length ? `Also: ${others.join('; ')}.` : undefined;
}

/** What moved of the same people before that which leads did. */
function orderSentence({ drops: [lead, ...others] }: IncidentView): string | undefined {
  if (!lead) return undefined;
  const same = others.filter(({ slice }) => sliceWords(slice) === sliceWords(lead.slice));
  const first = same.reduce((before, each) => (each.days.from < before.days.from ? each : before), lead);
  if (first === lead) return undefined;
  const moved = first.isWorseAbove ? 'rose' : 'dropped';
  const day = ({ days }: DropView) => dayWords(dayOf(days.from));
  return `${figureTitle(first.figure)} ${moved} first, from ${day(first)}; ${figureTitle(lead.figure).toLowerCase()} from ${day(lead)}.`;
}

/** What has a time of its own within a day. */
const WITH_HOURS = new Set<Figure>(['NEW_PEOPLE', 'SESSIONS', 'PURCHASES', 'AD_REVENUE']);

/** By the hour, where that is told. */
function onsetSentence({ onset, drops, slice }: IncidentView, zone: string): string | undefined {
  const figure = drops[0]?.figure;
  // What was frozen before hours were told has none.
  if (onset === undefined || !figure || slice.length === 0 || !WITH_HOURS.has(figure)) return undefined;
  if (onset === null)
    return 'The hour is unknown: the drop was gradual, or there are too few events per hour.';
  const at = (instant: string) => {
    const { day, time } = instantParts(instant, zone);
    return `${dayWords(dayOf(day))} ${time}`;
  };
  return `Most likely start: ${at(onset.likeliest)}. It may have begun at any hour between ${at(onset.from)} and ${at(onset.to)}.`;
}

function outageSentence({ outage }: IncidentView, zone: string): string | undefined {
  if (!outage) return undefined;
  const from = instantParts(outage.from, zone);
  const to = instantParts(outage.to, zone);
  return `On ${dayWords(dayOf(from.day))}, from ${from.time} to ${to.time}, ${count(outage.actual)} events arrived instead of about ${count(Math.round(outage.expected))}.`;
}

function suspectSentence(suspect: SuspectView, incident: IncidentView): Paragraph {
  const who = sliceWords(suspect.slice);
  const guilty = sliceWords(incident.slice);
  const why = {
    RULED_OUT: `without ${guilty} it changed by ${changeWords(suspect.alone)}`,
    FELL_TOO: `without ${guilty} it dropped too, by ${changeWords(suspect.alone)}`,
    NOT_TOLD_APART: `without ${guilty}: ${changeWords(suspect.alone)}`,
  }[suspect.fate];
  return { who, text: `, ${FATE[suspect.fate]}: ${why}.` };
}

/** What lies in the slice fell with it and is no suspect. */
function partsSentence({ parts }: DropView): string | undefined {
  return parts.length ? `Included groups: ${parts.map((each) => sliceWords([each])).join('; ')}.` : undefined;
}

function mixedSentence({ mixed }: IncidentView): string | undefined {
  if (!mixed) return undefined;
  const first = mixed.values[0];
  const name = first?.value ?? '';
  const who = first
    ? ` ${name === '' ? `No ${mixed.property}` : name} went from ${share(first.partBefore)} to ${share(first.partAfter)} of new users${first.after === null ? '' : `; ${share(first.after)} of them came back`}.`
    : '';
  return `Change of day 1 retention by ${mixed.property}: ${points(mixed.mix)} from a different mix of new users, ${points(mixed.within)} from changes within the groups.${who}`;
}

function performanceSentences(incident: IncidentView): string[] {
  return incident.performance
    .filter((each) => each.isWorse)
    .map(
      (each) =>
        `${performanceName(each.property)} got worse: lowest tenth ${each.before.lowTenth ?? ''} before, ${each.after.lowTenth ?? ''} after; other users ${each.restBefore.lowTenth ?? ''} and ${each.restAfter.lowTenth ?? ''}.`,
    );
}

function spotSentence({ spot, performance }: IncidentView): string | undefined {
  if (!spot || !performance.some((each) => each.property === 'fps' && each.isWorse)) return undefined;
  const elsewhere = spot.elsewhere === null ? '' : `; other users there have ${spot.elsewhere.toFixed(1)}`;
  return `Slowest place: level ${spot.level}, x ${spot.x} to ${spot.x + spot.size} and y ${spot.y} to ${spot.y + spot.size}: ${spot.before.toFixed(1)} frames per second before, ${spot.after.toFixed(1)} after${elsewhere}.`;
}

function eventSentence(incident: IncidentView): string | undefined {
  const known = incident.events.filter((each) => each.change.part !== null);
  const first = known[0];
  if (!first) return undefined;
  const steady = known.filter((each) => Math.abs(each.change.part ?? 1) < 0.15).length;
  return `Largest change of an event: ${first.event}, ${first.before.toFixed(2)} per active user and day before, ${first.after.toFixed(2)} after, ${changeWords(first.change)}. ${steady} of ${plural(known.length, 'event')} changed by less than 15%.`;
}
