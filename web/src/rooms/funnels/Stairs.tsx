import { useState, type ReactNode } from 'react';
import type { FunnelAsk, FunnelView, StairsView } from '../../api/funnel';
import { PeopleSheet, type Picked } from '../../frame/PeopleSheet';
import { groupName, splitOf } from '../../frame/split';
import type { Asked } from '../../frame/question';
import { Word } from '../../frame/sentence/Sentence';
import { count, duration, share, shareWithin } from '../../words/numbers';
import { largestLoss, stepBefore } from './findings';
import { peopleAt, stepsParam, unitWord, type Step, type Words } from './question';
import { StepSheet } from './StepSheet';

type StepView = StairsView['steps'][number];
type TimesView = FunnelView['times'][number];

interface StairsProps {
  asked: Asked;
  words: Words;
  names: string[];
  /** Of these steps; nothing while it is not told yet, or fewer than two are asked about. */
  view: FunnelView | undefined;
  ask: FunnelAsk | undefined;
}

/** One line a step, the loss between two lines; under the last, what adds another. */
export function Stairs({ asked, words, names, view, ask, children }: StairsProps & { children: ReactNode }) {
  const [picked, setPicked] = useState<Picked>();
  const steps = view?.all.steps;
  const loss = view && largestLoss(view.all, words);
  const groups = view?.groups ?? [];
  return (
    <>
      <table className="figures answer-table stairs">
        <caption className="spoken">How many {unitWord[words.counting]} got to each step</caption>
        <thead>
          <tr>
            <th scope="col">step</th>
            <th scope="col" className="number">
              {unitWord[words.counting]}
            </th>
            <th scope="col" />
            <th scope="col" className="number">
              of first
            </th>
            <th scope="col" className="number">
              of the step before
            </th>
          </tr>
        </thead>
        {words.steps.map((step, at) => (
          <tbody key={at}>
            {at > 0 && (
              <LossRow
                step={steps?.[at]}
                times={view?.times[at]}
                optional={step.optional ?? false}
                isLargest={loss === at}
                onPick={(place) => ask && setPicked(lostOf(place, ask, words, names, at, steps?.[at]))}
              />
            )}
            <tr>
              <th scope="row">
                <span className="second">{at + 1}</span>{' '}
                <StepWord asked={asked} words={words} names={names} at={at} />
                {step.optional && <span className="second"> may be left out</span>}
              </th>
              <td className="number">
                {steps?.[at] && ask ? (
                  <button
                    className="word"
                    onClick={(event) => setPicked(reachedOf(event.currentTarget, ask, names, at, steps[at]))}
                  >
                    {count(steps[at].reached)}
                  </button>
                ) : (
                  '–'
                )}
              </td>
              <td className="stair">
                <Rule
                  step={steps?.[at]}
                  dots={groups.map((group) => group.stairs.steps[at]?.ofFirst?.value)}
                />
              </td>
              <td className="number" title={withinWords(steps?.[at]?.ofFirst)}>
                {steps?.[at]?.ofFirst ? share(steps[at].ofFirst.value) : '–'}
              </td>
              <td className="number" title={withinWords(steps?.[at]?.ofPrevious)}>
                {steps?.[at]?.ofPrevious ? share(steps[at].ofPrevious.value) : ''}
              </td>
            </tr>
          </tbody>
        ))}
      </table>
      {children}
      <PeopleSheet app={asked.app} picked={picked} onClose={() => setPicked(undefined)} />
      {groups.length > 0 && view && <GroupTable asked={asked} names={names} view={view} />}
    </>
  );
}

const withinWords = (share: { value: number; low: number; high: number } | null | undefined) =>
  share ? shareWithin(share.value, share.low, share.high) : undefined;

function StepWord({
  asked,
  words,
  names,
  at,
}: Pick<StairsProps, 'asked' | 'words' | 'names'> & { at: number }) {
  const { steps } = words;
  const set = (next: Step[]) => asked.set({ steps: stepsParam(next) });
  const step = steps[at];
  if (!step) return null;
  return (
    <Word label={`Step ${at + 1}`} text={names[at] ?? ''}>
      {(close) => (
        <StepSheet
          app={asked.app}
          step={step}
          at={at}
          count={steps.length}
          inOrder={words.order !== 'ANY_ORDER'}
          onChange={(next) => set(steps.map((each, other) => (other === at ? next : each)))}
          onMove={(by) => {
            set(moved(steps, at, by));
            close();
          }}
          onRemove={() => {
            set(ofFirst(steps.filter((_, other) => other !== at)));
            close();
          }}
        />
      )}
    </Word>
  );
}

/** The first step is where people enter: nothing holds before it. */
const ofFirst = (steps: Step[]): Step[] =>
  steps.map((step, at) => (at === 0 ? { what: step.what, ...(step.name ? { name: step.name } : {}) } : step));

function moved(steps: Step[], at: number, by: -1 | 1): Step[] {
  const next = steps.filter((_, other) => other !== at);
  const step = steps[at];
  return step ? ofFirst([...next.slice(0, at + by), step, ...next.slice(at + by)]) : steps;
}

interface LossRowProps {
  step: StepView | undefined;
  times: TimesView | undefined;
  optional: boolean;
  isLargest: boolean;
  onPick: (place: Element) => void;
}

function LossRow({ step, times, optional, isLargest, onPick }: LossRowProps) {
  return (
    <tr className={isLargest ? 'loss largest' : 'loss'}>
      <td />
      <td colSpan={4}>
        {step && (
          <>
            {step.lost > 0 || optional ? (
              <button className="word" onClick={(event) => onPick(event.currentTarget)}>
                {count(step.lost)} {optional ? 'left it out or were lost' : 'lost here'}
              </button>
            ) : (
              'nobody lost here'
            )}
            {step.lost > 0 && step.ofPrevious && `, ${share(1 - step.ofPrevious.value)}`}
            {isLargest && ': the largest loss'}
            {typeof times?.median === 'number' && typeof times.nineTenths === 'number' && (
              <span title={timesWords(times)}>
                {' '}
                · half took up to {took(times.median)}, nine in ten up to {took(times.nineTenths)}
              </span>
            )}
          </>
        )}
      </td>
    </tr>
  );
}

const HOUR = 3600;
const DAY = 24 * HOUR;

/** "2 min 31 s", "5 h", "2.3 days". */
function took(millis: number): string {
  const seconds = millis / 1000;
  if (seconds >= DAY) return `${(seconds / DAY).toFixed(1)} days`;
  return duration(seconds);
}

const timesWords = ({ quarter, threeQuarters }: TimesView) =>
  quarter !== null && threeQuarters !== null
    ? `a quarter took up to ${took(quarter)}, three quarters up to ${took(threeQuarters)}`
    : undefined;

/** Groups after those with a colour of their own, which are what is left, are grey. */
const colourOf = (group: number) => (group < 8 ? `var(--series-${group})` : 'var(--ink2)');

/** A rule as long as the share that got there; groups as dots on it, joined. */
function Rule({ step, dots }: { step: StepView | undefined; dots: (number | undefined)[] }) {
  const known = dots.filter((dot) => dot !== undefined);
  const value = step?.ofFirst?.value ?? 0;
  return (
    <svg aria-hidden viewBox="0 0 1000 20" preserveAspectRatio="none">
      <rect x={value * 1000} y={9} width={(1 - value) * 1000} height={2} className="stair-base" />
      <rect x={0} y={7} width={value * 1000} height={6} className="stair-reached" />
      {known.length > 1 && (
        <rect
          x={Math.min(...known) * 1000}
          y={9}
          width={(Math.max(...known) - Math.min(...known)) * 1000}
          height={2}
          className="stair-join"
        />
      )}
      {dots.map((dot, at) =>
        dot === undefined ? null : (
          <rect key={at} x={dot * 1000 - 4} y={2} width={8} height={16} fill={colourOf(at)} />
        ),
      )}
    </svg>
  );
}

function reachedOf(
  place: Element,
  ask: FunnelAsk,
  names: string[],
  at: number,
  step: StepView | undefined,
): Picked {
  return {
    place,
    title: `Got to \u201c${names[at] ?? ''}\u201d`,
    text: step?.ofFirst ? `${withinWords(step.ofFirst) ?? ''} of those who entered.` : '',
    people: [
      { name: 'People who did', who: peopleAt(ask, { reached: at + 1 }) },
      { name: 'Still open', who: peopleAt(ask, { open: true }) },
    ],
  };
}

function lostOf(
  place: Element,
  ask: FunnelAsk,
  words: Words,
  names: string[],
  at: number,
  step: StepView | undefined,
): Picked {
  const before = names[stepBefore(words, at)] ?? '';
  return {
    place,
    title: `Lost before \u201c${names[at] ?? ''}\u201d`,
    text: `${count(step?.lost ?? 0)} ${unitWord[words.counting]} did \u201c${before}\u201d and did not get there.`,
    people: [
      { name: 'People who were lost', who: peopleAt(ask, { lostAt: at + 1 }) },
      { name: 'People who went on', who: peopleAt(ask, { reached: at + 1 }) },
    ],
  };
}

function GroupTable({ asked, names, view }: { asked: Asked; names: string[]; view: FunnelView }) {
  const split = splitOf(asked);
  return (
    <table className="figures answer-table stair-groups">
      <caption className="spoken">Share of those who entered that got to each step, by group</caption>
      <thead>
        <tr>
          <th scope="col">group</th>
          <th scope="col" className="number">
            entered
          </th>
          {names.slice(1).map((name, at) => (
            <th key={at} scope="col" className="number">
              {name}
            </th>
          ))}
          <th scope="col" className="number">
            within
          </th>
        </tr>
      </thead>
      <tbody>
        {view.groups.map((group, at) => {
          const last = group.stairs.steps.at(-1)?.ofFirst;
          return (
            <tr key={at}>
              <th scope="row">
                <span aria-hidden className="dot" style={{ background: colourOf(at) }} />{' '}
                {groupName(split, group)}
              </th>
              <td className="number">{count(group.stairs.steps[0]?.reached ?? 0)}</td>
              {group.stairs.steps.slice(1).map((step, index) => (
                <td key={index} className="number" title={withinWords(step.ofFirst)}>
                  {step.ofFirst ? share(step.ofFirst.value) : '–'}
                </td>
              ))}
              <td className="number second">
                {last ? `${(last.low * 100).toFixed(1)}–${(last.high * 100).toFixed(1)}` : '–'}
              </td>
            </tr>
          );
        })}
      </tbody>
    </table>
  );
}
