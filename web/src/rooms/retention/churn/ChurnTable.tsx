import { ControlHint } from '../../../kit/Hint';
import { useState } from 'react';
import { TermMark } from '../../../help/TermMark';
import { PlainButton, TextButton } from '../../../kit/buttons';
import { Table } from '../../../kit/Table';
import type { FrameContext } from '../../../model/frame';
import { amongOf } from '../../../model/question';
import { PeopleSheet, type Picked } from '../../../parts/PeopleSheet';
import { bound, type PersonCondition } from '../../../words/conditions';
import { count, shareWithin } from '../../../words/numbers';
import { peopleOf, quietPeople, type Cell } from '../asks';
import type { Words } from '../question';
import { at, lastDay, type Line } from './churn';

/** The days that have a column. */
const TOLD = [1, 2, 3, 7, 14, 21, 28, 42, 56, 84, 112, 140, 168, 365];

/** One row for each group; its numbers give their users. */
export function ChurnTable({
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
      <Table className="figures answer-table staying">
        <caption className="spoken">Share not churned by day since the start</caption>
        <thead>
          <tr>
            <th scope="col">group</th>
            <th scope="col" className="number">
              users
            </th>
            <th scope="col" className="number">
              churned
            </th>
            <th scope="col" className="number">
              median day
              <TermMark term="Time to churn" isQuiet />
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
                  <TextButton
                    onClick={(event) => cell && setPicked(pickedGroup(event.currentTarget, line, cell))}
                  >
                    {name}
                  </TextButton>
                </th>
                <td className="number">{count(curve.people)}</td>
                <td className="number">{count(curve.gone)}</td>
                <td className="number">{curve.median ?? 'not reached'}</td>
                {days.map((day) => {
                  const step = at(curve, day);
                  return (
                    <td key={day} className="number">
                      <ControlHint
                        text={`${shareWithin(step.share, step.low, step.high)} not churned by day ${day}`}
                      >
                        <PlainButton
                          onClick={(event) =>
                            cell && setPicked(pickedDay(event.currentTarget, line, cell, day))
                          }
                        >
                          {(step.share * 100).toFixed(1)}
                        </PlainButton>
                      </ControlHint>
                    </td>
                  );
                })}
              </tr>
            );
          })}
        </tbody>
      </Table>
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
    text: `${count(curve.people)} users, ${count(curve.gone)} of them churned.`,
    people: [
      { name: 'All of them', who: all },
      { name: `Active in the last ${quietDays} days`, who: bound([all, active]) },
      { name: 'Not active in these days', who: bound([all, { not: active }]) },
    ],
  };
}

function pickedDay(place: Element, { name, curve }: Line, cell: Cell, day: number): Picked {
  const step = at(curve, day);
  const gone = curve.steps.reduce((sum, each) => sum + (each.day <= day ? each.gone : 0), 0);
  return {
    place,
    title: `${name}, day ${day}`,
    text: `${shareWithin(step.share, step.low, step.high)} not churned by day ${day}.`,
    people: [
      { name: `${count(gone)} churned by then`, who: quietPeople(cell, day, 'GONE') },
      { name: 'Not churned by then', who: quietPeople(cell, day, 'THERE') },
      { name: 'Not observed for so long', who: quietPeople(cell, day, 'OPEN') },
    ],
  };
}
