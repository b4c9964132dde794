import type { CaseView } from '../../../api/cases';
import type { ChangesView, IncidentView } from '../../../api/changes';
import { breakUpRows } from '../../../words/breakUp';
import {
  changeWords,
  chosenName,
  daysWords,
  FATE,
  KIND,
  performanceName,
  sliceWords,
  STATUS,
} from '../../../words/changes';
import { instantIn } from '../../../words/dates';
import { figureTitle } from '../../../words/figures';
import { decimal, NO_VALUE, points, share } from '../../../words/numbers';
import { figuresOf, filled } from '../../../words/prose';
import { plain, type Step } from '../steps';

/** A table of a case; the first column names its rows. */
export interface CaseTable {
  caption: string;
  head: string[];
  rows: string[][];
}

/** A case on paper. */
export interface CaseDocument {
  title: string;
  about: string[];
  parts: { title: string; paragraphs: string[] }[];
  tables: CaseTable[];
  comments: { who: string; text: string }[];
}

interface Whole {
  app: { name: string; zone: string };
  kept: CaseView;
  view: ChangesView;
  incident: IncidentView;
  steps: Step[];
}

/** All that stands in a case, in the order in which it is read. */
export function documentOf({ app, kept, view, incident, steps }: Whole): CaseDocument {
  const figures = figuresOf(incident, view.currency);
  const last = kept.findings.at(-1);
  return {
    title: kept.title,
    about: [
      `${app.name}, case ${kept.id}, ${STATUS[kept.status]}. ${KIND[incident.kind]}, ${daysWords(incident.days)}.`,
      `Opened by ${kept.openedBy} on ${instantIn(kept.opened, app.zone)}, last changed by ${kept.changedBy} on ${instantIn(kept.changed, app.zone)}.`,
      last
        ? `Saved by ${last.takenBy} on ${instantIn(last.taken, app.zone)}, with data received until ${instantIn(last.watermark, app.zone)}. Times are of ${app.zone}; intervals are 95%.`
        : '',
    ],
    parts: steps.map((step) => {
      const words = kept.words[step.key];
      return {
        title: step.title,
        paragraphs: (words === undefined ? plain(step) : filled(words, figures)).split('\n'),
      };
    }),
    tables: [
      fallen(incident),
      money(incident, view.currency),
      suspects(incident),
      running(incident),
      events(incident),
      came(incident),
    ].filter((table) => table.rows.length > 0),
    comments: kept.comments.map((each) => ({
      who: `${each.writtenBy}, ${instantIn(each.written, app.zone)}`,
      text: each.text,
    })),
  };
}

const fallen = (incident: IncidentView): CaseTable => ({
  caption: 'What dropped',
  head: ['Metric', 'Group', 'When', 'Change'],
  rows: [
    ...incident.drops.map((drop) => [
      figureTitle(drop.figure),
      sliceWords(drop.slice),
      daysWords(drop.days),
      changeWords(drop.change),
    ]),
    ...incident.chosen.map((fall) => [
      chosenName(fall),
      'monitor',
      daysWords(fall.days),
      changeWords(fall.change),
    ]),
  ],
});

const money = ({ breakUp }: IncidentView, currency: string): CaseTable => ({
  caption: 'Breakdown of revenue per day',
  head: ['Part', 'Before', 'After', 'Effect per day'],
  rows: breakUp
    ? breakUpRows(breakUp, currency).map((row) => [
        row.isType ? row.name : `\u00b7 ${row.name}`,
        row.before,
        row.after,
        row.adds,
      ])
    : [],
});

const suspects = (incident: IncidentView): CaseTable => ({
  caption: `Candidates compared with ${sliceWords(incident.slice)}`,
  head: ['Candidate', 'All in it', 'Only in it', 'Not in it', 'In both', 'Result'],
  rows: (incident.drops[0]?.suspects ?? []).map((each) => [
    sliceWords(each.slice),
    changeWords(each.whole),
    changeWords(each.alone),
    changeWords(each.guiltyAlone),
    changeWords(each.both),
    FATE[each.fate],
  ]),
});

const running = (incident: IncidentView): CaseTable => ({
  caption: `App performance for ${sliceWords(incident.slice)} and for other users: lowest tenth and median`,
  head: ['Property', 'Before', 'After', 'Others before', 'Others after', 'Result'],
  rows: incident.performance.map((each) => [
    performanceName(each.property),
    ...[each.before, each.after, each.restBefore, each.restAfter].map(
      (spread) => `${decimal(spread.lowTenth)} / ${decimal(spread.median)}`,
    ),
    each.isWorse ? 'worse' : 'no change',
  ]),
});

const events = (incident: IncidentView): CaseTable => ({
  caption: `Events per day and active user of ${sliceWords(incident.slice)}`,
  head: ['Event', 'Before', 'After', 'Compared with others'],
  rows: incident.events.map((each) => [
    each.event,
    each.before.toFixed(3),
    each.after.toFixed(3),
    changeWords(each.change),
  ]),
});

const came = ({ mixed }: IncidentView): CaseTable => ({
  caption: mixed ? `New users by ${mixed.property}` : '',
  head: [
    'Value',
    'Share of new users before',
    'Share of new users after',
    'Came back before',
    'Came back after',
    'Contribution',
  ],
  rows: (mixed?.values ?? []).map((each) => [
    each.value || 'not set',
    share(each.partBefore),
    share(each.partAfter),
    each.before === null ? NO_VALUE : share(each.before),
    each.after === null ? NO_VALUE : share(each.after),
    points(each.mix),
  ]),
});
