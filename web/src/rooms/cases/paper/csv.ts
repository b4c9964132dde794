import type { ChangeView, IncidentView } from '../../../api/changes';
import { factorName, typeName } from '../../../words/breakUp';
import { chosenName, FATE, sliceWords } from '../../../words/changes';
import { figureTitle } from '../../../words/figures';

/** What a case rests on, as rows of a file. */
export function csvRows(incident: IncidentView): (string | number | null)[][] {
  const change = (of: ChangeView) => [of.before, of.expected, of.actual, of.part, of.low, of.high];
  const head = ['before', 'expected', 'actual', 'change', 'low', 'high'];
  return [
    ['metric', 'group', 'from', 'to', ...head],
    ...incident.drops.map((drop) => [
      figureTitle(drop.figure),
      sliceWords(drop.slice),
      drop.days.from,
      drop.days.to,
      ...change(drop.change),
    ]),
    ...incident.chosen.map((fall) => [
      chosenName(fall),
      '',
      fall.days.from,
      fall.days.to,
      ...change(fall.change),
    ]),
    ['value', '', 'before', 'after', 'share before', 'share of the missing amount'],
    ...incident.chosen.flatMap((fall) =>
      fall.portions.map((each) => [
        sliceWords([each.having]),
        '',
        each.before,
        each.after,
        each.ofBefore,
        each.ofMissing,
      ]),
    ),
    ['revenue per day', 'factor', '', '', 'before', 'after', 'adds'],
    ...(incident.breakUp?.parts ?? []).flatMap((part) => [
      [typeName(part), '', '', '', part.before, part.after, part.after - part.before],
      ...part.factors.map((factor) => [
        typeName(part),
        factorName(part, factor),
        '',
        '',
        factor.before,
        factor.after,
        factor.adds,
      ]),
    ]),
    ['candidate', 'result', '', '', ...head],
    ...incident.drops.flatMap((drop) =>
      drop.suspects.map((each) => [sliceWords(each.slice), FATE[each.fate], '', '', ...change(each.alone)]),
    ),
    ['event', '', 'per user and day before', 'per user and day after', ...head],
    ...incident.events.map((each) => [each.event, '', each.before, each.after, ...change(each.change)]),
  ];
}
