import { useMemo, useState } from 'react';
import { useEventNames } from '../../../api/catalogue';
import { useValue, type Split, type ValueView } from '../../../api/retention';
import { AnswerFrame } from '../../../parts/answer/AnswerFrame';
import { type FrameContext, useFoot } from '../../../model/frame';
import { AnswerTools } from '../../../export/AnswerTools';
import { Answer } from '../../../parts/answer/Answer';
import { amongOf } from '../../../model/question';
import { saveCsv } from '../../../export/saveCsv';
import { grainWord, periodWords } from '../../../words/dates';
import { compact, count, fixed } from '../../../words/numbers';
import { AgeCurves, type AgeCurve } from '../table/AgeCurves';
import { AgeTable, type AgeCell, type AgeRow } from '../table/AgeTable';
import { groupPeople, peopleOf, valueAsk } from '../asks';
import { PeopleSheet, type Picked } from '../../../parts/PeopleSheet';
import { cornerOf, memberWord, type Words } from '../question';
import { RetentionSentence } from '../sentence/RetentionSentence';
import { orderParam } from '../Returned';
import { cohortRow, inOrder } from '../table/rows';
import { groupName, splitOf } from '../../../model/split';
import { paidBack, valueCsv, valueFindings, valueWords } from './valueFindings';

const MOST_CURVES = 8;
const MOST_PERCENT = 42;

/** Of those who started in a period, how much each had brought by each age. */
export function Value({ frame, words }: { frame: FrameContext; words: Words }) {
  const { asked } = frame;
  const names = useEventNames(asked.app);
  const answer = useValue(asked.app, valueAsk(asked, words));
  useFoot(answer.data?.foot);
  const view = answer.data?.answer;
  const split = splitOf(asked);
  const save = () => {
    if (view) saveCsv(`${asked.app}-value.csv`, valueCsv(view, words, split));
  };
  return (
    <>
      <RetentionSentence frame={frame} words={words} events={view?.events ?? []} />
      <AnswerFrame answer={answer}>
        {view && answer.data && (
          <Answer
            findings={valueFindings(view, words, split, names.shown)}
            tools={
              <AnswerTools
                app={asked.app}
                room="retention"
                file={`${asked.app}-value`}
                answered={answer.data}
                onCsv={save}
              >
                <p className="second">
                  The darker a cell, the higher its value. Hatched cells are incomplete: not all users have
                  reached that age.
                </p>
              </AnswerTools>
            }
          >
            <ValueTable frame={frame} view={view} words={words} split={split} />
          </Answer>
        )}
      </AnswerFrame>
    </>
  );
}

interface TableProps {
  frame: FrameContext;
  view: ValueView;
  words: Words;
  split: Split | undefined;
}

/** A number in a narrow cell. */
const cellValue = (value: number) =>
  Math.abs(value) >= 1000
    ? compact(value)
    : fixed(value, Math.abs(value) >= 100 ? 1 : Math.abs(value) < 1 ? 3 : 2);

function ValueTable({ frame, view, words, split }: TableProps) {
  const { asked, rail } = frame;
  const [picked, setPicked] = useState<Picked>();
  const isSplit = view.groups.length > 0;
  const say = useMemo(() => valueWords(view), [view]);
  const each = useMemo(() => eachOf(view), [view]);
  const order = useMemo(
    () =>
      isSplit
        ? inOrder(
            view.groups.map((group, at) => ({ ...group, line: view.lines[at] ?? [] })),
            words.order,
            (group) => group.size,
            (group, column) => group.line[column]?.value ?? null,
          )
        : inOrder(
            view.cohorts.map((cohort, at) => ({ ...cohort, own: each[at] ?? [] })),
            words.order,
            (cohort) => cohort.size,
            (cohort, column) => (column < cohort.completeColumns ? (cohort.own[column] ?? null) : null),
          ),
    [view, each, isSplit, words.order],
  );
  const rows = useMemo(() => {
    const all = isSplit
      ? groupRows(view, split, say)
      : view.cohorts.map((cohort, at) => ({
          ...cohortRow(cohort, words, rail?.versions ?? []),
          cells: cohortCells(view, at, each, words, say),
        }));
    return order.flatMap((at) => all[at] ?? []);
  }, [view, words, split, isSplit, each, order, rail?.versions, say]);
  const curves = curvesOf(view, split, words, say);
  const ages = view.pooled.map((_, age) => age);
  return (
    <>
      <AgeTable
        caption="Lifetime value per user of each cohort by age. Hatched cells are incomplete."
        corner={cornerOf(words, isSplit ? split : undefined)}
        sizeHead={memberWord(words)}
        heads={ages.map((age) => `${age === 0 ? `${grainWord[words.grain]} ` : ''}${age}`)}
        headRows={[
          {
            key: 'pooled',
            name: view.currency ? `per user, ${view.currency}` : 'per user',
            size: count(view.cohorts.reduce((sum, cohort) => sum + cohort.size, 0)),
            cells: view.pooled.map((mean) => ({
              text: mean.value === null ? '–' : cellValue(mean.value),
              title:
                mean.value === null ? 'No cohort is complete at this age.' : `${count(mean.people)} users`,
            })),
          },
        ]}
        rows={rows}
        nameWidth={isSplit ? 150 : 128}
        leastCell={44}
        withNames={curves.length > 1}
        above={({ left, cell }) => (
          <AgeCurves
            curves={curves}
            levels={levelsOf(view, split, say)}
            columns={ages.length}
            left={left}
            cell={cell}
            title={view.currency ? `Per user, ${view.currency}` : 'Per user'}
            axis={(value) => String(Number(value.toPrecision(3)))}
          />
        )}
        ordered={words.order === 'time' ? undefined : words.order === 'size' ? -1 : words.order}
        onOrder={(column) => asked.set({ order: orderParam(column, words) })}
        onPick={(row, column, place) => {
          const at = order[row];
          const { range } = asked;
          if (at === undefined || !range) return;
          const group = view.groups[at];
          const cohort = isSplit ? undefined : view.cohorts[at];
          const name = group ? groupName(split, group) : periodWords(cohort?.period.from ?? '', words.grain);
          setPicked({
            place,
            title: name,
            text:
              column < 0
                ? `${count((group ?? cohort)?.size ?? 0)} ${memberWord(words)}.`
                : (place.getAttribute('title') ?? ''),
            people: [
              {
                name: 'All of them',
                who: peopleOf({
                  words,
                  range,
                  among: amongOf(asked),
                  group: group && split && groupPeople(split, view.groups, group),
                  cohorts: cohort && { from: cohort.period.from, to: cohort.starts.to },
                }),
              },
            ],
          });
        }}
      />
      <PeopleSheet app={asked.app} picked={picked} onClose={() => setPicked(undefined)} />
    </>
  );
}

/** By cohort and age, of each member. */
const eachOf = (view: ValueView): (number | null)[][] =>
  view.cohorts.map((cohort, at) =>
    (view.sums[at] ?? []).map((sum) => (cohort.size > 0 ? sum / cohort.size : null)),
  );

const mostOf = (values: (number | null)[][]) =>
  Math.max(...values.flat().map((value) => Math.abs(value ?? 0)), Number.MIN_VALUE);

const shade = (value: number, most: number) =>
  `color-mix(in srgb, var(--deep) ${Math.max(0, (value / most) * MOST_PERCENT).toFixed(0)}%, var(--sheet))`;

function cohortCells(
  view: ValueView,
  at: number,
  each: (number | null)[][],
  words: Words,
  say: (value: number) => string,
): (AgeCell | null)[] {
  const cohort = view.cohorts[at];
  const most = mostOf(each);
  return (each[at] ?? []).map((value, age) => {
    if (!cohort || value === null) return null;
    const open = age >= cohort.completeColumns;
    if (age >= cohort.begunColumns) return { text: '', open: true };
    const said = `${periodWords(cohort.period.from, words.grain)}, by ${grainWord[words.grain]} ${age}: ${say(value)} per user, ${say(view.sums[at]?.[age] ?? 0)} in total`;
    return {
      text: cellValue(value),
      open,
      title: open ? `${said} so far (incomplete).` : said,
      ...(open ? {} : { background: shade(value, most) }),
    };
  });
}

function groupRows(view: ValueView, split: Split | undefined, say: (value: number) => string): AgeRow[] {
  const most = mostOf(view.lines.map((line) => line.map((mean) => mean.value)));
  return view.groups.map((group, at) => {
    const name = groupName(split, group);
    const cost = view.costs?.[at]?.each ?? null;
    const reached = cost === null ? undefined : paidBack(view.lines[at] ?? [], cost);
    return {
      key: name,
      name,
      size: count(group.size),
      cells: (view.lines[at] ?? []).map((mean, age) => {
        if (mean.value === null) return null;
        return {
          text: cellValue(mean.value),
          title: `${name}, by age ${age}: ${say(mean.value)} per user, ${count(mean.people)} users${reached === age ? '; paid back from here' : ''}`,
          reached: reached === age,
          background: shade(mean.value, most),
        };
      }),
    };
  });
}

function curvesOf(
  view: ValueView,
  split: Split | undefined,
  words: Words,
  say: (value: number) => string,
): AgeCurve[] {
  const curve = (name: string, line: ValueView['pooled'], colour: number, band: boolean): AgeCurve => ({
    name,
    colour,
    band,
    points: line.flatMap(({ value, low, high }, column) =>
      value === null
        ? []
        : [
            {
              column,
              value,
              low: low ?? value,
              high: high ?? value,
              said: `by ${grainWord[words.grain]} ${column}: ${say(value)}`,
            },
          ],
    ),
  });
  return view.groups.length === 0
    ? [curve('per user', view.pooled, 0, true)]
    : view.groups
        .slice(0, MOST_CURVES)
        .map((group, at) => curve(groupName(split, group), view.lines[at] ?? [], at, false));
}

/** Acquisition cost per user of each group; without groups, of all users. */
const levelsOf = (view: ValueView, split: Split | undefined, say: (value: number) => string) => {
  const said = (each: number) => `acquisition cost per user ${say(each)}`;
  if (view.groups.length === 0) {
    return view.costOfAll === null
      ? []
      : [{ value: view.costOfAll, colour: 0, said: `All users: ${said(view.costOfAll)}` }];
  }
  return (view.costs ?? []).slice(0, MOST_CURVES).flatMap(({ each }, at) => {
    const group = view.groups[at];
    return each === null || !group
      ? []
      : [{ value: each, colour: at, said: `${groupName(split, group)}: ${said(each)}` }];
  });
};
