import { STAIRS } from './looks';
import Box from '@mui/material/Box';
import { useState, type ReactNode } from 'react';
import type { FunnelAsk, FunnelView, IndependentView, StairsView, TimesView } from '../../../api/funnel';
import { PeopleSheet, type Picked } from '../../../parts/PeopleSheet';
import type { Asked } from '../../../model/question';
import { count, share } from '../../../words/numbers';
import { largestLoss, stepBefore, withinWords } from '../findings';
import { peopleAt, unitWord, type Step, type Words } from '../question';
import { againstTarget, targetOf } from './target';
import { colourOf, GroupTable } from './GroupTable';
import { StepWord } from '../editors/StepWord';
import { TimesWord } from './Times';
import { TextButton } from '../../../kit/buttons';
import { Table } from '../../../kit/Table';
import { TermMark } from '../../../help/TermMark';
import { Hint } from '../../../kit/Hint';

type StepView = StairsView['steps'][number];

interface StairsProps {
  asked: Asked;
  words: Words;
  names: string[];
  /** Of these steps; nothing while it is not told yet, or fewer than two are asked about. */
  view: FunnelView | undefined;
  ask: FunnelAsk | undefined;
  /** Each step by itself, where it stands beside the stairs. */
  alone: IndependentView | undefined;
  /** By step, where what it looks at is not sent by all apps. */
  gaps: string[][];
  /** What adds a step, right under the last. */
  adding: ReactNode;
  /** What is told besides. */
  children: ReactNode;
}

/** One line a step, the loss between two lines; under the last, what adds another, and the groups as a table. */
export function Stairs({ asked, words, names, view, ask, alone, gaps, adding, children }: StairsProps) {
  const [picked, setPicked] = useState<Picked>();
  const steps = view?.all.steps;
  const loss = view && largestLoss(view.all, words);
  const groups = view?.groups ?? [];
  return (
    <>
      <Table className="figures answer-table stairs" sx={STAIRS}>
        <caption className="spoken">How many {unitWord[words.counting]} reached each step</caption>
        <thead>
          <tr>
            <th scope="col">
              step
              <TermMark term="Step" isQuiet />
            </th>
            <th scope="col" className="number">
              {unitWord[words.counting]}
            </th>
            <th scope="col" />
            <th scope="col" className="number">
              of first
              <TermMark term="Conversion" isQuiet />
            </th>
            <th scope="col" className="number">
              of the step before
              <TermMark term="Drop-off" isQuiet />
            </th>
            {alone && (
              <>
                <th scope="col" className="number">
                  on its own
                  <TermMark term="Independent counts" isQuiet />
                </th>
                <th scope="col" className="number">
                  without the step before
                </th>
              </>
            )}
          </tr>
        </thead>
        {words.steps.map((step, at) => (
          <tbody key={at}>
            {at > 0 && (
              <LossRow
                step={steps?.[at]}
                times={view?.times[at]}
                bounds={view?.timeBounds ?? []}
                label={`Until \u201c${names[at] ?? ''}\u201d`}
                optional={step.optional ?? false}
                isLargest={loss === at}
                wide={alone !== undefined}
                onPick={(place) =>
                  ask &&
                  setPicked({
                    ...lostOf(place, ask, words, names, at, steps?.[at]),
                    ...(step.optional
                      ? {}
                      : {
                          further: [
                            {
                              name: 'What they did next, and which groups',
                              go: () => asked.set({ lost: String(at + 1) }),
                            },
                          ],
                        }),
                  })
                }
              />
            )}
            <tr>
              <th scope="row">
                <span className="second">{at + 1}</span>{' '}
                <StepWord asked={asked} words={words} names={names} at={at} />
                {step.optional && <span className="second"> optional</span>}
                {(gaps[at]?.length ?? 0) > 0 && (
                  <Box
                    component="span"
                    sx={{
                      display: 'block',
                      pl: 3.5,
                      fontSize: 12,
                      fontWeight: 400,
                      color: 'var(--releaseText)',
                    }}
                  >
                    <Hint text={gaps[at]?.join(' ')}>not sent by all apps</Hint>
                  </Box>
                )}
              </th>
              <td className="number">
                {steps?.[at] && ask ? (
                  <TextButton
                    onClick={(event) => setPicked(reachedOf(event.currentTarget, ask, names, at, steps[at]))}
                  >
                    {count(steps[at].reached)}
                  </TextButton>
                ) : (
                  '–'
                )}
              </td>
              <td className="stair">
                <Rule
                  step={steps?.[at]}
                  dots={groups.map((group) => group.stairs.steps[at]?.ofFirst?.value)}
                  target={targetOf(step)}
                />
              </td>
              <td className="number">
                <Hint text={withinWords(steps?.[at]?.ofFirst)}>
                  {steps?.[at]?.ofFirst ? share(steps[at].ofFirst.value) : '–'}
                  <TargetWord step={step} value={steps?.[at]} />
                </Hint>
              </td>
              <td className="number">
                <Hint text={withinWords(steps?.[at]?.ofPrevious)}>
                  {steps?.[at]?.ofPrevious ? share(steps[at].ofPrevious.value) : ''}
                </Hint>
              </td>
              {alone && (
                <>
                  <td className="number">{count(alone.done[at] ?? 0)}</td>
                  <td className="number">{at > 0 ? count(alone.withoutBefore[at] ?? 0) : ''}</td>
                </>
              )}
            </tr>
          </tbody>
        ))}
      </Table>
      {adding}
      <PeopleSheet app={asked.app} picked={picked} onClose={() => setPicked(undefined)} />
      {groups.length > 0 && view && <GroupTable asked={asked} names={names} view={view} />}
      {children}
    </>
  );
}

const TARGET_WORDS = {
  below: 'below target',
  above: 'above target',
  in: 'in target',
  unsure: 'target: too few users',
};

/** Whether what is aimed at is met, as far as its interval tells. */
function TargetWord({ step, value }: { step: Step; value: StepView | undefined }) {
  const target = targetOf(step);
  if (!target || !value?.ofFirst) return null;
  const is = againstTarget(value.ofFirst, target);
  return <div className={is === 'below' ? 'fall target-word' : 'second target-word'}>{TARGET_WORDS[is]}</div>;
}

interface LossRowProps {
  step: StepView | undefined;
  times: TimesView | undefined;
  bounds: number[];
  label: string;
  /** Whether there are columns of each step by itself. */
  wide: boolean;
  optional: boolean;
  isLargest: boolean;
  onPick: (place: Element) => void;
}

function LossRow({ step, times, bounds, label, optional, isLargest, wide, onPick }: LossRowProps) {
  return (
    <tr className={isLargest ? 'loss largest' : 'loss'}>
      <td />
      <td colSpan={wide ? 6 : 4}>
        {step && (
          <>
            {step.lost > 0 || optional ? (
              <TextButton onClick={(event) => onPick(event.currentTarget)}>
                {count(step.lost)} {optional ? 'skipped it or dropped off' : 'dropped off'}
              </TextButton>
            ) : (
              'no drop-off'
            )}
            {step.lost > 0 && step.ofPrevious && `, ${share(1 - step.ofPrevious.value)}`}
            {isLargest && ': largest drop-off'}
            {typeof times?.median === 'number' && (
              <>
                {' \u00b7 '}
                <TimesWord times={times} bounds={bounds} label={label} />
              </>
            )}
          </>
        )}
      </td>
    </tr>
  );
}

/** A rule as long as the share that got there; groups as dots on it, joined; what is aimed at as a bracket. */
function Rule({
  step,
  dots,
  target,
}: {
  step: StepView | undefined;
  dots: (number | undefined)[];
  target: [number, number] | undefined;
}) {
  const known = dots.filter((dot) => dot !== undefined);
  const value = step?.ofFirst?.value ?? 0;
  return (
    <svg aria-hidden viewBox="0 0 1000 20" preserveAspectRatio="none">
      <rect x={value * 1000} y={9} width={(1 - value) * 1000} height={2} className="stair-base" />
      <rect x={0} y={7} width={value * 1000} height={6} className="stair-reached" />
      {target && (
        <path
          d={`M${target[0] * 1000} 20V1H${target[1] * 1000}V20`}
          className="stair-target"
          vectorEffect="non-scaling-stroke"
        />
      )}
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
    title: `Reached \u201c${names[at] ?? ''}\u201d`,
    text: step?.ofFirst ? `${withinWords(step.ofFirst) ?? ''} of all starters.` : '',
    people: [
      { name: 'Users who did', who: peopleAt(ask, { reached: at + 1 }) },
      { name: 'Still in progress', who: peopleAt(ask, { open: true }) },
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
    title: `Dropped off before \u201c${names[at] ?? ''}\u201d`,
    text: `${count(step?.lost ?? 0)} ${unitWord[words.counting]} did \u201c${before}\u201d and did not get there.`,
    people: [
      { name: 'Users who dropped off', who: peopleAt(ask, { lostAt: at + 1 }) },
      { name: 'Users who converted', who: peopleAt(ask, { reached: at + 1 }) },
    ],
  };
}
