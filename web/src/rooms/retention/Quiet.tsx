import { useEffect, useMemo, useState } from 'react';
import type { EChartsOption, LineSeriesOption } from 'echarts';
import { useSurvival, type CurveView, type Split, type SurvivalView } from '../../api/retention';
import { EChart } from '../../charts/EChart';
import { spread } from '../../charts/ends';
import { FONT, tooltipLooks, valueAxis } from '../../charts/looks';
import { AnswerFrame } from '../../frame/AnswerFrame';
import type { FrameContext } from '../../frame/Frame';
import { AnswerTools } from '../../frame/AnswerTools';
import { Answer, type Finding } from '../../frame/Margin';
import { useLetter } from '../../frame/keys';
import { amongOf } from '../../frame/question';
import { saveCsv } from '../../frame/saveCsv';
import { bound, type PersonCondition } from '../../words/conditions';
import type { Roles } from '../../theme/roles';
import { useRoles } from '../../theme/theme';
import { count, plural, share, shareWithin } from '../../words/numbers';
import { groupPeople, peopleOf, quietAsk, quietPeople, type Cell } from './asks';
import { PeopleSheet, type Picked } from '../../frame/PeopleSheet';
import type { Words } from './question';
import { RetentionSentence } from './RetentionSentence';
import { groupName, splitOf } from '../../frame/split';

const HEIGHT = 300;
const MOST_CURVES = 8;
/** The days that the table tells. */
const TOLD = [1, 2, 3, 7, 14, 21, 28, 42, 56, 84, 112, 140, 168, 365];

interface Line {
  name: string;
  curve: CurveView;
  /** Who they are; undefined for everybody. */
  group: PersonCondition | undefined;
}

/** How long people stayed until they went quiet. */
export function Quiet({ frame, words }: { frame: FrameContext; words: Words }) {
  const { asked, setFoot } = frame;
  const answer = useSurvival(asked.app, quietAsk(asked, words));
  useEffect(() => setFoot(answer.data?.foot), [answer.data, setFoot]);
  const view = answer.data?.answer as SurvivalView | undefined;
  const split = splitOf(asked);
  const lines = view ? linesOf(view, split) : [];
  const save = () => {
    if (view) saveCsv(`${asked.app}-until-quiet.csv`, csvOf(lines));
  };
  useLetter('x', save);
  return (
    <>
      <RetentionSentence frame={frame} words={words} events={view?.events ?? []} />
      <AnswerFrame answer={answer}>
        {view && answer.data && (
          <Answer
            findings={quietFindings(view, words, lines)}
            tools={
              <AnswerTools
                app={asked.app}
                room="retention"
                file={`${asked.app}-until-quiet`}
                answered={answer.data}
                onCsv={save}
              ></AnswerTools>
            }
          >
            {lines.some(({ curve }) => curve.steps.length > 0) && <StayingChart lines={lines} />}
            <StayingTable frame={frame} words={words} lines={lines} />
          </Answer>
        )}
      </AnswerFrame>
    </>
  );
}

const linesOf = (view: SurvivalView, split: Split | undefined): Line[] =>
  view.groups.length === 0
    ? [{ name: 'everybody', curve: view.all, group: undefined }]
    : view.groups.flatMap((group, at) => {
        const curve = view.lines[at];
        const who = split && groupPeople(split, view.groups, group);
        return curve ? [{ name: groupName(split, group), curve, group: who }] : [];
      });

const NOBODY_GONE = { share: 1, low: 1, high: 1, atRisk: 0, gone: 0 };

/** What held on a day: the last step up to it. */
function at(curve: CurveView, day: number) {
  return curve.steps.findLast((step) => step.day <= day) ?? { ...NOBODY_GONE, day: 0 };
}

/** Beyond the last step that somebody's end was seen at, nothing is known. */
const lastDay = (lines: Line[]) => Math.max(0, ...lines.map(({ curve }) => curve.steps.at(-1)?.day ?? 0));

/** Pixels above and below the plot, and behind it where names stand at the ends of several curves. */
const TOP = 28;
const BOTTOM = 40;
const NAMES = 150;
const NAME_GAP = 14;

function StayingChart({ lines }: { lines: Line[] }) {
  const roles = useRoles();
  const option = useMemo(() => optionOf(lines, roles), [lines, roles]);
  const named = lines.length > 1 ? lines.slice(0, MOST_CURVES) : [];
  const tops = spread(
    named.map(({ curve }) => TOP + (1 - (curve.steps.at(-1)?.share ?? 1)) * (HEIGHT - TOP - BOTTOM)),
    NAME_GAP,
    HEIGHT - BOTTOM,
  );
  return (
    <figure className="staying-chart">
      <EChart
        option={option}
        height={HEIGHT}
        summary={`Share still there by day since the start. ${lines.map(spoken).join(' ')}`}
      />
      {named.map(({ name }, at) => (
        <span key={name} aria-hidden style={{ top: tops[at], color: `var(--series-${at})` }}>
          {name}
        </span>
      ))}
    </figure>
  );
}

function spoken({ name, curve }: Line): string {
  const last = curve.steps.at(-1);
  return last ? `${name}: ${shareWithin(last.share, last.low, last.high)} on day ${last.day}.` : '';
}

/** Those still open go on to the last day known. */
const endOf = (curve: CurveView, last: number): [number, number][] => {
  const step = curve.steps.at(-1);
  return step && step.share > 0 ? [[last, step.share]] : [];
};

function optionOf(lines: Line[], roles: Roles): EChartsOption {
  const last = lastDay(lines);
  const series = lines.slice(0, MOST_CURVES).map(({ name, curve }, index): LineSeriesOption => {
    const colour = roles.series[index % roles.series.length] ?? roles.deep;
    return {
      type: 'line',
      name,
      step: 'end',
      symbol: 'none',
      data: [[0, 1], ...curve.steps.map((step) => [step.day, step.share]), ...endOf(curve, last)],
      lineStyle: { color: colour, width: 1.8 },
      itemStyle: { color: colour },
    };
  });
  return {
    animation: false,
    grid: { left: 64, right: lines.length > 1 ? NAMES : 32, top: TOP, bottom: BOTTOM },
    xAxis: {
      type: 'value',
      name: 'days since the start',
      nameLocation: 'middle',
      nameGap: 26,
      max: last,
      axisLine: { lineStyle: { color: roles.rule } },
      splitLine: { show: false },
      axisLabel: { color: roles.ink2, fontFamily: FONT, fontSize: 12 },
      nameTextStyle: { color: roles.ink2, fontFamily: FONT, fontSize: 12 },
    },
    yAxis: {
      interval: 0.25,
      ...valueAxis('still there', (value) => `${Math.round(value * 100)} %`, roles),
      max: 1,
    } as NonNullable<EChartsOption['yAxis']>,
    tooltip: {
      ...tooltipLooks(roles),
      valueFormatter: (value) => (typeof value === 'number' ? share(value) : '–'),
    },
    series: [...bandOf(lines, roles), ...series],
  };
}

/** The interval of a single curve, as thin lines above and below. */
function bandOf(lines: Line[], roles: Roles): LineSeriesOption[] {
  const [only] = lines;
  if (!only || lines.length > 1) return [];
  return (['low', 'high'] as const).map((side) => ({
    type: 'line',
    name: side === 'low' ? 'at least' : 'at most',
    step: 'end',
    symbol: 'none',
    data: [[0, 1], ...only.curve.steps.map((step) => [step.day, step[side]])],
    lineStyle: { color: roles.series[0] ?? roles.deep, width: 0.8, type: 'dashed' },
    itemStyle: { color: roles.series[0] ?? roles.deep },
  }));
}

function StayingTable({
  frame: { asked },
  words,
  lines,
}: {
  frame: FrameContext;
  words: Words;
  lines: Line[];
}) {
  const [picked, setPicked] = useState<Picked>();
  const { range } = asked;
  const cellOf = ({ group }: Line): Cell | undefined =>
    range && { words, range, among: amongOf(asked), group };
  const days = TOLD.filter((day) => day <= lastDay(lines));
  return (
    <>
      <table className="figures answer-table staying">
        <caption className="spoken">Share still there by day since the start</caption>
        <thead>
          <tr>
            <th scope="col">group</th>
            <th scope="col" className="number">
              people
            </th>
            <th scope="col" className="number">
              went quiet
            </th>
            <th scope="col" className="number">
              half by day
            </th>
            {days.map((day) => (
              <th key={day} scope="col" className="number">
                day {day}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {lines.map((line) => {
            const { name, curve } = line;
            const cell = cellOf(line);
            return (
              <tr key={name}>
                <th scope="row">
                  <button
                    className="word"
                    onClick={(event) => cell && setPicked(pickedGroup(event.currentTarget, line, cell))}
                  >
                    {name}
                  </button>
                </th>
                <td className="number">{count(curve.people)}</td>
                <td className="number">{count(curve.gone)}</td>
                <td className="number">{curve.median ?? 'not yet'}</td>
                {days.map((day) => {
                  const step = at(curve, day);
                  return (
                    <td key={day} className="number">
                      <button
                        title={`${shareWithin(step.share, step.low, step.high)} still there after day ${day}`}
                        onClick={(event) =>
                          cell && setPicked(pickedDay(event.currentTarget, line, cell, day))
                        }
                      >
                        {(step.share * 100).toFixed(1)}
                      </button>
                    </td>
                  );
                })}
              </tr>
            );
          })}
        </tbody>
      </table>
      <PeopleSheet app={asked.app} picked={picked} onClose={() => setPicked(undefined)} />
    </>
  );
}

function pickedGroup(place: Element, { name, curve }: Line, cell: Cell): Picked {
  const all = peopleOf(cell);
  const { quietDays } = cell.words;
  const active: PersonCondition = { did: { active: true }, when: { lastDays: quietDays } };
  return {
    place,
    title: name,
    text: `${count(curve.people)} followed, ${count(curve.gone)} of them went quiet.`,
    people: [
      { name: 'Who started', who: all },
      { name: `Active in the last ${quietDays} days`, who: bound([all, active]) },
      { name: 'Not active since', who: bound([all, { not: active }]) },
    ],
  };
}

function pickedDay(place: Element, { name, curve }: Line, cell: Cell, day: number): Picked {
  const step = at(curve, day);
  const gone = curve.steps.reduce((sum, each) => sum + (each.day <= day ? each.gone : 0), 0);
  return {
    place,
    title: `${name}, day ${day}`,
    text: `${shareWithin(step.share, step.low, step.high)} still there after day ${day}.`,
    people: [
      { name: `${count(gone)} went quiet by then`, who: quietPeople(cell, day, 'GONE') },
      { name: 'Still there after it', who: quietPeople(cell, day, 'THERE') },
      { name: 'Not known for so long', who: quietPeople(cell, day, 'OPEN') },
    ],
  };
}

function quietFindings(view: SurvivalView, words: Words, lines: Line[]): Finding[] {
  const found: Finding[] = view.leftOut.map((text) => ({ key: text, text, caution: true }));
  const { all } = view;
  if (all.people === 0) {
    const text =
      view.tooYoung > 0
        ? `All ${count(view.tooYoung)} people started less than ${words.quietDays} days before the data ends: of none of them can be said yet whether they went quiet.`
        : 'Nobody started in this range, so there is nothing to follow.';
    return [...found, { key: 'none', caution: true, text }];
  }
  const last = all.steps.at(-1);
  const open = all.people - all.gone;
  if (last) {
    const week = at(all, 7);
    found.push({
      key: 'week',
      text: `${shareWithin(week.share, week.low, week.high)} were still there after day 7, ${shareWithin(last.share, last.low, last.high)} after day ${last.day}.`,
    });
  }
  found.push({
    key: 'half',
    text:
      all.median === null
        ? 'More than half are still there at the last day known.'
        : `Half had gone quiet by day ${all.median}.`,
  });
  if (view.test) {
    found.push({
      key: 'test',
      text: `${view.test.p < 0.05 ? 'The groups do not stay equally long' : 'The groups are not told apart'}: log-rank test of ${lines.filter(({ curve }) => curve.people > 0).length} groups, \u03c7\u00b2 ${view.test.chiSquared.toFixed(1)} with ${plural(view.test.degrees, 'degree')} of freedom, p ${pWords(view.test.p)}.`,
    });
  } else if (lines.length > 1) {
    found.push({
      key: 'test',
      caution: true,
      text: 'Somebody is in several of the groups, so they are not tested against each other.',
    });
  }
  found.push({
    key: 'open',
    caution: true,
    text: `Quiet is ${words.quietDays} whole days without any activity; who came back after that has gone quiet all the same. ${plural(open, 'person is', 'people are')} open: they were not quiet when the data ends, and count for as long as they could be seen.`,
  });
  if (view.tooYoung > 0) {
    found.push({
      key: 'young',
      caution: true,
      text: `${plural(view.tooYoung, 'person', 'people')} more started in the last ${words.quietDays} days: nothing can be said of them yet.`,
    });
  }
  return found;
}

const pWords = (p: number) => (p < 0.0001 ? 'below 0.0001' : p.toFixed(4));

const csvOf = (lines: Line[]): (string | number | null)[][] => [
  ['group', 'day', 'at risk', 'went quiet', 'share still there', 'low', 'high'],
  ...lines.flatMap(({ name, curve }) =>
    curve.steps.map((step) => [name, step.day, step.atRisk, step.gone, step.share, step.low, step.high]),
  ),
];
