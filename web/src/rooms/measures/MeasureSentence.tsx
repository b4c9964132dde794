import { Fragment, useState } from 'react';
import type { RailView } from '../../api/queries';
import { useNames } from '../../api/words';
import { AmongWord } from '../../frame/condition/ConditionWords';
import { EventsEditor } from '../../frame/condition/EventsEditor';
import { Incomplete } from '../../frame/condition/Incomplete';
import { useDraft } from '../../frame/condition/useDraft';
import type { Asked } from '../../frame/question';
import { ComparedWord, RangeWord } from '../../frame/sentence/RangeWords';
import { ChoiceWord, Sentence, Word } from '../../frame/sentence/Sentence';
import { sayEvents, type EventCondition } from '../../words/conditions';
import { sayMeasure, STEPS, stepWord } from '../../words/measures';
import { FormulaForm, FormulaWord } from './FormulaWord';
import { MeasureEditor } from './MeasureEditor';
import { freeName, MOST_MEASURES, USUAL_MEASURE, type CourseWord, type Shape, type Words } from './question';
import { saySplits, SplitEditor } from './SplitEditor';

const SHAPE_NAMES: { value: Shape; name: string }[] = [
  { value: 'lines', name: 'lines' },
  { value: 'bars', name: 'bars' },
  { value: 'stacked', name: 'stacked bars' },
  { value: 'shares', name: 'share bars' },
  { value: 'ranked', name: 'ranked bars' },
  { value: 'week', name: 'hours of the week' },
  { value: 'table', name: 'a table alone' },
];

interface MeasureSentenceProps {
  asked: Asked;
  rail: RailView;
  words: Words;
  set: (change: Partial<Words>) => void;
}

/** The question in words, and beneath it the filter that is not part of it. */
export function MeasureSentence({ asked, rail, words, set }: MeasureSentenceProps) {
  const step = stepWord[words.step];
  const courses: { value: CourseWord; name: string }[] = [
    { value: 'each', name: 'each' },
    { value: 'cumulative', name: 'from the start to the end of each' },
    { value: 'trailing7', name: `over the 7 ${step}s ending with each` },
    { value: 'trailing28', name: `over the 28 ${step}s ending with each` },
  ];
  return (
    <>
      <Sentence>
        How do <MeasureList asked={asked} words={words} set={set} /> run,{' '}
        <ChoiceWord
          label="Course"
          value={words.course}
          options={courses}
          onChange={(course) => set({ course })}
        />{' '}
        <ChoiceWord
          label="Step"
          value={words.step}
          options={STEPS}
          onChange={(next) => set({ step: next })}
        />{' '}
        of <RangeWord asked={asked} rail={rail} />, split by{' '}
        <Word label="Split by" text={saySplits(words.splits)}>
          {() => <SplitEditor app={asked.app} splits={words.splits} onChange={(splits) => set({ splits })} />}
        </Word>
        , among{' '}
        <AmongWord app={asked.app} label="Among" value={words.among} onChange={(among) => set({ among })} />,
        compared with{' '}
        <ChoiceWord
          label="Comparison"
          value={words.compares ? 'yes' : 'no'}
          options={[
            { value: 'no', name: 'nothing' },
            { value: 'yes', name: words.compares ? 'an earlier range:' : 'an earlier range' },
          ]}
          onChange={(next) => set({ compares: next === 'yes' })}
        />
        {words.compares && (
          <>
            {' '}
            <ComparedWord asked={asked} />
          </>
        )}
        , as{' '}
        <ChoiceWord
          label="Shape"
          value={words.shape}
          options={SHAPE_NAMES}
          onChange={(shape) => set({ shape })}
        />
        ?
      </Sentence>
      <OnlyFilter asked={asked} words={words} set={set} />
    </>
  );
}

interface PartProps {
  asked: Asked;
  words: Words;
  set: (change: Partial<Words>) => void;
}

function MeasureList({ asked, words, set }: PartProps) {
  const names = useNames(asked.app);
  const several = words.measures.length + words.formulas.length > 1;
  return (
    <>
      {words.measures.map((measure, at) => (
        <Fragment key={measure.name}>
          {at > 0 && ', '}
          {several && <span className="measure-name">{measure.name}:&nbsp;</span>}
          <Word label={`Measure ${measure.name}`} text={sayMeasure(measure, names)}>
            {(close) => (
              <MeasureEditor
                app={asked.app}
                measure={measure}
                onChange={(next) =>
                  set({ measures: words.measures.map((each, index) => (index === at ? next : each)) })
                }
                onRemove={
                  words.measures.length > 1
                    ? () => {
                        close();
                        set({ measures: words.measures.filter((_, index) => index !== at) });
                      }
                    : undefined
                }
              />
            )}
          </Word>
        </Fragment>
      ))}
      {words.formulas.map((formula, at) => (
        <Fragment key={formula.name}>
          ,{' '}
          <FormulaWord
            asked={asked}
            words={words}
            formula={formula}
            label={`Formula ${formula.name}`}
            onChange={(next) =>
              set({
                formulas: words.formulas.flatMap((each, index) =>
                  index === at ? (next ? [next] : []) : [each],
                ),
              })
            }
          />
        </Fragment>
      ))}{' '}
      <MoreWord asked={asked} words={words} set={set} />
    </>
  );
}

function MoreWord({ asked, words, set }: PartProps) {
  const [formula, setFormula] = useState(false);
  if (words.measures.length >= MOST_MEASURES && words.formulas.length >= MOST_MEASURES) return null;
  return (
    <Word label="Add" text="+">
      {(close) =>
        formula ? (
          <FormulaForm
            asked={asked}
            words={words}
            formula={{ name: freeName(words), text: '' }}
            onDone={(next) => {
              setFormula(false);
              close();
              if (next) set({ formulas: [...words.formulas, next] });
            }}
          />
        ) : (
          <div className="condition-sheet condition-adds measure-more">
            <button
              className="word"
              onClick={() => {
                close();
                set({ measures: [...words.measures, { ...USUAL_MEASURE, name: freeName(words) }] });
              }}
            >
              another measure
            </button>
            <button className="word" onClick={() => setFormula(true)}>
              a formula
            </button>
          </div>
        )
      }
    </Word>
  );
}

const NO_TESTS: EventCondition = { all: [] };

/** Held by the address alone: a look through it, not a change of the question. */
function OnlyFilter({ asked, words, set }: PartProps) {
  const names = useNames(asked.app);
  return (
    <p className="only-filter">
      For now only{' '}
      <Word label="Only" text={words.only ? `events where ${sayEvents(words.only, names)}` : 'everything'}>
        {() => (
          <OnlySheet
            app={asked.app}
            value={words.only ?? NO_TESTS}
            onChange={(only) => set({ only: 'all' in only && only.all.length === 0 ? null : only })}
          />
        )}
      </Word>
      {words.only && (
        <>
          {' '}
          <button className="word" onClick={() => set({ only: null })}>
            everything again
          </button>
          <span className="second">
            {' '}
            This filter is in the address alone; it is no part of the question above.
          </span>
        </>
      )}
    </p>
  );
}

interface OnlySheetProps {
  app: string;
  value: EventCondition;
  onChange: (only: EventCondition) => void;
}

function OnlySheet({ app, value, onChange }: OnlySheetProps) {
  const [only, change] = useDraft(value, onChange);
  return (
    <div className="condition-sheet">
      <EventsEditor app={app} label="only" value={only} onChange={change} testsOnly />
      <Incomplete of={only} />
    </div>
  );
}
