import { useState } from 'react';
import type { DayRange } from '../../../api/queries';
import type { TieView } from '../../../api/retention';
import { TermMark } from '../../../help/TermMark';
import { TextButton } from '../../../kit/buttons';
import { Hint } from '../../../kit/Hint';
import { Table } from '../../../kit/Table';
import type { FrameContext } from '../../../model/frame';
import { amongOf } from '../../../model/question';
import { splitParam } from '../../../model/split';
import { PeopleSheet, type Picked } from '../../../parts/PeopleSheet';
import { count, fixed, plural, pointsWithin, share } from '../../../words/numbers';
import type { Words } from '../question';
import { didOf, peopleOf, RATE, timesShort, timesWords } from './early';

interface EarlyTableProps {
  frame: FrameContext;
  words: Words;
  range: DayRange;
  ties: TieView[];
  shown: (event: string) => string;
}

/** One row for each early behaviour, the strongest link first. */
export function EarlyTable({ frame: { asked }, words, range, ties, shown }: EarlyTableProps) {
  const [picked, setPicked] = useState<Picked>();
  const pick = (tie: TieView, place: Element) =>
    setPicked({
      place,
      title: `${shown(tie.event)}, ${timesWords(tie)}`,
      text: `${count(tie.did)} users did it, ${count(tie.didBack)} of them came back.`,
      people: peopleOf(tie, words, range, amongOf(asked)),
    });
  return (
    <>
      <Table className="figures answer-table ties">
        <caption className="spoken">Early behaviours, strongest link to coming back first</caption>
        <thead>
          <tr>
            <th scope="col">
              early behaviour
              <TermMark term="Early behaviour" isQuiet />
            </th>
            <th scope="col">at least</th>
            <th scope="col" className="number">
              users
            </th>
            <th scope="col" className="number">
              came back
            </th>
            <th scope="col" className="number">
              other users
            </th>
            <th scope="col" className="number">
              difference
            </th>
            <th scope="col" className="number">
              ratio
            </th>
            <th scope="col" className="number">
              correlation
            </th>
            <th scope="col" />
          </tr>
        </thead>
        <tbody>
          {ties.map((tie) => (
            <tr
              key={`${tie.event} ${tie.times} ${tie.days}`}
              className={tie.adjusted <= RATE ? undefined : 'second'}
            >
              <th scope="row">
                <TextButton onClick={(event) => pick(tie, event.currentTarget)}>
                  {shown(tie.event)}
                </TextButton>
              </th>
              <td>{timesShort(tie)}</td>
              <td className="number">{count(tie.did)}</td>
              <td className="number">{share(tie.didBack / tie.did)}</td>
              <td className="number">{share(tie.othersBack / tie.others)}</td>
              <td className="number">
                <Hint text={`p ${tie.adjusted.toPrecision(2)}, corrected for all comparisons`}>
                  {pointsWithin(tie.difference, tie.low, tie.high)}
                </Hint>
              </td>
              <td className="number">
                {tie.othersBack === 0
                  ? '–'
                  : (tie.didBack / tie.did / (tie.othersBack / tie.others)).toFixed(2)}
              </td>
              <td className="number">{fixed(tie.strength, 3)}</td>
              <td>
                <TextButton
                  onClick={() =>
                    asked.set({
                      of: null,
                      split: splitParam({
                        people: [
                          {
                            name: `${shown(tie.event)} ×${tie.times} in ${plural(tie.days, 'first day')}`,
                            who: didOf(tie),
                          },
                        ],
                      }),
                      order: null,
                    })
                  }
                >
                  split by this
                </TextButton>
              </td>
            </tr>
          ))}
        </tbody>
      </Table>
      <PeopleSheet app={asked.app} picked={picked} onClose={() => setPicked(undefined)} />
    </>
  );
}
