import Box from '@mui/material/Box';
import { useState } from 'react';
import { useSlices, type LostAsk, type SlicesView } from '../../../api/funnel';
import type { Asked } from '../../../model/question';
import { saveCsv } from '../../../export/saveCsv';
import { splitParam } from '../../../model/split';
import { count, plural, pointsWithin, share, withSign } from '../../../words/numbers';
import { slicesCsv } from '../csv';
import { RATE } from '../findings';
import { TextButton } from '../../../kit/buttons';
import { Table } from '../../../kit/Table';
import { TermMark } from '../../../help/TermMark';
import { ControlHint, Hint } from '../../../kit/Hint';

type Slice = SlicesView['slices'][number];

/** How many are shown before somebody asks for all. */
const FIRST = 12;

interface SlicesProps {
  asked: Asked;
  question: LostAsk;
  /** The step, from 1, at which the values are taken. */
  step: number;
  name: string;
  before: string;
}

/** Which of those at the step before stop there more often than everyone else, or go on more often. */
export function Slices({ asked, question, step, name, before }: SlicesProps) {
  const [every, setEvery] = useState(false);
  const answer = useSlices(asked.app, question);
  const view = answer.data?.answer;
  if (answer.isError) return <p className="fall">{answer.error.message}</p>;
  if (!view || answer.isPlaceholderData)
    return <p className="second">Comparing all values of all properties …</p>;
  const apart = view.slices.filter(({ versus }) => versus.adjusted <= RATE);
  const shown = every ? view.slices : apart.slice(0, FIRST);
  return (
    <>
      <Box className="serif" component="p" sx={{ fontSize: 15 }}>
        Which groups drop off most? Properties as they were at {before}.
      </Box>
      <p>{summary(view, apart, name)}</p>
      {shown.length > 0 && (
        <SliceTable
          slices={shown}
          name={name}
          onSplit={(property) =>
            asked.set({
              split: splitParam({ property, ...(step === 1 ? {} : { step }) }),
              lost: null,
              until: null,
            })
          }
        />
      )}
      {view.slices.length > 0 && (
        <TextButton onClick={() => setEvery(!every)}>
          {every ? 'Show significant only' : `Show the ${count(view.slices.length)} largest effects`}
        </TextButton>
      )}{' '}
      {view.slices.length > 0 && (
        <TextButton onClick={() => saveCsv(`${asked.app}-who-stops.csv`, slicesCsv(view))}>
          Export CSV
        </TextButton>
      )}
      {view.tooMany.length > 0 && (
        <p className="second">Not compared because of too many values: {view.tooMany.join(', ')}.</p>
      )}
    </>
  );
}

function summary(view: SlicesView, apart: Slice[], name: string): string {
  if (view.tests === 0) return 'Too few users to compare groups.';
  if (apart.length === 0)
    return `None of ${plural(view.tests, 'value and pair', 'values and pairs')} differs significantly from all others before ${name}.`;
  return `${count(apart.length)} of ${plural(view.tests, 'value and pair', 'values and pairs')} ${apart.length === 1 ? 'differs' : 'differ'} significantly from all others (after correction), largest effect first. A difference is not a cause.`;
}

interface SliceTableProps {
  slices: Slice[];
  name: string;
  onSplit: (property: string) => void;
}

function SliceTable({ slices, name, onSplit }: SliceTableProps) {
  return (
    <Table className="figures answer-table">
      <caption className="spoken">Conversion to {name}, compared with all others</caption>
      <thead>
        <tr>
          <th scope="col">group</th>
          <th scope="col" className="number">
            users
          </th>
          <th scope="col" className="number">
            converted
            <TermMark term="Conversion" isQuiet />
          </th>
          <th scope="col" className="number">
            all others
          </th>
          <th scope="col" className="number">
            difference
          </th>
          <th scope="col" className="number">
            effect in users
          </th>
        </tr>
      </thead>
      <tbody>
        {slices.map((slice) => (
          <tr
            key={slice.having.map((each) => `${each.property} ${each.value}`).join('&')}
            className={slice.versus.adjusted <= RATE ? undefined : 'second'}
          >
            <th scope="row">
              {slice.having.map((each, at) => (
                <span key={each.property}>
                  {at > 0 && ' and '}
                  <ControlHint text={`Split by ${each.property}`}>
                    <TextButton onClick={() => onSplit(each.property)}>{each.property}</TextButton>
                  </ControlHint>{' '}
                  {each.value}
                </span>
              ))}
            </th>
            <td className="number">{count(slice.versus.whole)}</td>
            <td className="number">
              <Hint text={count(slice.versus.part)}>{share(slice.versus.part / slice.versus.whole)}</Hint>
            </td>
            <td className="number">
              <Hint text={`${count(slice.versus.othersPart)} of ${count(slice.versus.othersWhole)}`}>
                {share(slice.versus.othersPart / slice.versus.othersWhole)}
              </Hint>
            </td>
            <td className="number">
              <Hint text={`p ${slice.versus.adjusted.toPrecision(2)}, corrected`}>
                {pointsWithin(slice.versus.difference, slice.versus.low, slice.versus.high)}
              </Hint>
            </td>
            <td className="number">{moves(slice.moved)}</td>
          </tr>
        ))}
      </tbody>
    </Table>
  );
}

/** "−41": so many fewer went on than would have, were they as everyone else. */
const moves = (value: number) => withSign(value, count(Math.abs(Math.round(value))));
