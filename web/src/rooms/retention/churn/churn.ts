import type { CurveView, Split, SurvivalView } from '../../../api/retention';
import { groupName } from '../../../model/split';
import type { Finding } from '../../../parts/answer/Answer';
import type { PersonCondition } from '../../../words/conditions';
import { count, plural, shareWithin } from '../../../words/numbers';
import { groupPeople } from '../asks';
import type { Words } from '../question';

/** The curve of one group of users. */
export interface Line {
  name: string;
  curve: CurveView;
  /** The group; undefined for all users. */
  group: PersonCondition | undefined;
}

export const linesOf = (view: SurvivalView, split: Split | undefined): Line[] =>
  view.groups.length === 0
    ? [{ name: 'all users', curve: view.all, group: undefined }]
    : view.groups.flatMap((group, at) => {
        const curve = view.lines[at];
        const who = split && groupPeople(split, view.groups, group);
        return curve ? [{ name: groupName(split, group), curve, group: who }] : [];
      });

const NOBODY_GONE = { share: 1, low: 1, high: 1, atRisk: 0, gone: 0 };

/** The share that had not churned on a day: the last step up to it. */
export function at(curve: CurveView, day: number) {
  return curve.steps.findLast((step) => step.day <= day) ?? { ...NOBODY_GONE, day: 0 };
}

/** The last day on which a user was seen to churn; nothing is known beyond. */
export const lastDay = (lines: Line[]) =>
  Math.max(0, ...lines.map(({ curve }) => curve.steps.at(-1)?.day ?? 0));

export function churnFindings(view: SurvivalView, words: Words, lines: Line[]): Finding[] {
  const found: Finding[] = view.leftOut.map((text) => ({ key: text, text, caution: true }));
  const { all } = view;
  if (all.people === 0) {
    const text =
      view.tooYoung > 0
        ? `All ${count(view.tooYoung)} users started less than ${words.quietDays} days before the data ends: whether they churned is not known yet.`
        : 'No users started in this range.';
    return [...found, { key: 'none', caution: true, text }];
  }
  const last = all.steps.at(-1);
  const open = all.people - all.gone;
  if (last) {
    const week = at(all, 7);
    found.push({
      key: 'week',
      text: `${shareWithin(week.share, week.low, week.high)} had not churned by day 7, ${shareWithin(last.share, last.low, last.high)} by day ${last.day}.`,
    });
  }
  found.push({
    key: 'half',
    text:
      all.median === null
        ? 'More than half have not churned by the last observed day.'
        : `Half had churned by day ${all.median}.`,
  });
  if (view.test) {
    found.push({
      key: 'test',
      text: `${view.test.p < 0.05 ? 'The groups differ significantly' : 'The groups do not differ significantly'}: log-rank test of ${lines.filter(({ curve }) => curve.people > 0).length} groups, \u03c7\u00b2 ${view.test.chiSquared.toFixed(1)} with ${plural(view.test.degrees, 'degree')} of freedom, p ${pWords(view.test.p)}.`,
    });
  } else if (lines.length > 1) {
    found.push({
      key: 'test',
      caution: true,
      text: 'Some users are in several groups, so the groups are not tested against each other.',
    });
  }
  found.push({
    key: 'open',
    caution: true,
    text: `Churned means ${words.quietDays} full days without any activity, also if the user came back later. ${plural(open, 'user')} had not churned when the data ends and ${open === 1 ? 'counts' : 'count'} for as long as observed (censored).`,
  });
  if (view.tooYoung > 0) {
    found.push({
      key: 'young',
      caution: true,
      text: `${plural(view.tooYoung, 'more user')} started in the last ${words.quietDays} days: whether they churned is not known yet.`,
    });
  }
  return found;
}

const pWords = (p: number) => (p < 0.0001 ? 'below 0.0001' : p.toFixed(4));

export const csvRows = (lines: Line[]): (string | number | null)[][] => [
  ['group', 'day', 'at risk', 'churned', 'share not churned', 'low', 'high'],
  ...lines.flatMap(({ name, curve }) =>
    curve.steps.map((step) => [name, step.day, step.atRisk, step.gone, step.share, step.low, step.high]),
  ),
];
