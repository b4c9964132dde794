import type { FunnelView, StairsView } from '../../../api/funnel';
import type { Asked } from '../../../model/question';
import { groupName, splitOf } from '../../../model/split';
import { count, pointsWithin, share } from '../../../words/numbers';
import { RATE, withinWords } from '../findings';
import { Table } from '../../../kit/Table';
import { Hint } from '../../../kit/Hint';

type StepView = StairsView['steps'][number];

/** Groups after those with a colour of their own, which are what is left, are grey. */
export const colourOf = (group: number) => (group < 8 ? `var(--series-${group})` : 'var(--ink2)');

/** Whether a group goes on from the step before otherwise than everyone else. */
const isApart = ({ versus }: StepView) => versus !== null && versus.adjusted <= RATE;

function besideWords({ ofFirst, versus }: StepView): string | undefined {
  if (!versus || !ofFirst) return undefined;
  return `${withinWords(ofFirst) ?? ''} of the first step. Of the step before: ${share(versus.part / versus.whole)}, all others ${share(versus.othersPart / versus.othersWhole)}: ${pointsWithin(versus.difference, versus.low, versus.high)}, p ${versus.adjusted.toPrecision(2)} (corrected).`;
}

/** How far each group got, those told apart from everyone else underlined. */
export function GroupTable({ asked, names, view }: { asked: Asked; names: string[]; view: FunnelView }) {
  const split = splitOf(asked);
  return (
    <Table className="figures answer-table stair-groups">
      <caption className="spoken">Share of starters who reached each step, by group</caption>
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
                <td key={index} className={isApart(step) ? 'number apart' : 'number'}>
                  <Hint text={besideWords(step) ?? withinWords(step.ofFirst)}>
                    {step.ofFirst ? share(step.ofFirst.value) : '–'}
                  </Hint>
                </td>
              ))}
              <td className="number second">
                {last ? `${(last.low * 100).toFixed(1)}–${(last.high * 100).toFixed(1)}` : '–'}
              </td>
            </tr>
          );
        })}
      </tbody>
    </Table>
  );
}
