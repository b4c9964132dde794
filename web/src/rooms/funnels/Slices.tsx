import { useState } from 'react';
import { useSlices, type LostAsk, type SlicesView } from '../../api/funnel';
import type { Asked } from '../../frame/question';
import { saveCsv } from '../../frame/saveCsv';
import { splitParam } from '../../frame/split';
import { count, plural, pointsWithin, share, withSign } from '../../words/numbers';
import { slicesCsv } from './csv';
import { RATE } from './findings';

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
    return <p className="second">All values of all properties are being compared…</p>;
  const apart = view.slices.filter(({ versus }) => versus.adjusted <= RATE);
  const shown = every ? view.slices : apart.slice(0, FIRST);
  return (
    <>
      <p className="lost-question serif">Who stops there, by what they were at {before}?</p>
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
        <button className="word" onClick={() => setEvery(!every)}>
          {every ? 'only those told apart' : `the ${count(view.slices.length)} that move most`}
        </button>
      )}{' '}
      {view.slices.length > 0 && (
        <button className="word" onClick={() => saveCsv(`${asked.app}-who-stops.csv`, slicesCsv(view))}>
          Save as CSV
        </button>
      )}
      {view.tooMany.length > 0 && (
        <p className="second">Not compared, having too many values: {view.tooMany.join(', ')}.</p>
      )}
    </>
  );
}

function summary(view: SlicesView, apart: Slice[], name: string): string {
  const tests = `${plural(view.tests, 'value and pair', 'values and pairs')} were compared with everyone else, all tests corrected together`;
  if (view.tests === 0) return 'There are too few to compare them by anything.';
  if (apart.length === 0)
    return `${tests}. None is told apart from chance: they stop before ${name} whoever they are, as far as so many can tell.`;
  return `${tests}; ${plural(apart.length, 'is', 'are')} told apart. First those that move most; what is told apart is a tie, and no cause by itself.`;
}

interface SliceTableProps {
  slices: Slice[];
  name: string;
  onSplit: (property: string) => void;
}

function SliceTable({ slices, name, onSplit }: SliceTableProps) {
  return (
    <table className="figures answer-table">
      <caption className="spoken">Who goes on to {name}, beside everyone else</caption>
      <thead>
        <tr>
          <th scope="col">having</th>
          <th scope="col" className="number">
            of them
          </th>
          <th scope="col" className="number">
            went on
          </th>
          <th scope="col" className="number">
            everyone else
          </th>
          <th scope="col" className="number">
            difference
          </th>
          <th scope="col" className="number">
            moves
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
                  <button
                    className="word"
                    title={`Split by ${each.property}`}
                    onClick={() => onSplit(each.property)}
                  >
                    {each.property}
                  </button>{' '}
                  {each.value}
                </span>
              ))}
            </th>
            <td className="number">{count(slice.versus.whole)}</td>
            <td className="number" title={count(slice.versus.part)}>
              {share(slice.versus.part / slice.versus.whole)}
            </td>
            <td
              className="number"
              title={`${count(slice.versus.othersPart)} of ${count(slice.versus.othersWhole)}`}
            >
              {share(slice.versus.othersPart / slice.versus.othersWhole)}
            </td>
            <td
              className="number"
              title={`p ${slice.versus.adjusted.toPrecision(2)}, all tests corrected together`}
            >
              {pointsWithin(slice.versus.difference, slice.versus.low, slice.versus.high)}
            </td>
            <td className="number">{moves(slice.moved)}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

/** "−41": so many fewer went on than would have, were they as everyone else. */
const moves = (value: number) => withSign(value, count(Math.abs(Math.round(value))));
