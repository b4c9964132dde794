import Box from '@mui/material/Box';
import { Editor, Row } from '../../kit/layout';
import { Fragment, useState } from 'react';
import type { RailView } from '../../api/queries';
import { useNames } from '../../api/words';
import { AmongWord } from '../../parts/condition/ConditionWords';
import { EventsEditor } from '../../parts/condition/EventsEditor';
import { Incomplete } from '../../parts/condition/Incomplete';
import { useDraft } from '../../parts/condition/useDraft';
import type { Asked } from '../../model/question';
import { ComparedWord, RangeWord } from '../../parts/sentence/RangeWords';
import { ChoiceWord, Sentence, Word } from '../../parts/sentence/Sentence';
import { sayEvents, type EventCondition } from '../../words/conditions';
import { sayMeasure, STEPS, stepWord } from '../../words/measures';
import { FormulaForm, FormulaWord } from './FormulaWord';
import { MeasureEditor } from './MeasureEditor';
import { freeName, MOST_MEASURES, USUAL_MEASURE, type CourseWord, type Shape, type Words } from './question';
import { saySplits, SplitEditor } from './SplitEditor';
import { TextButton } from '../../kit/buttons';

const SHAPE_NAMES: { value: Shape; name: string }[] = [
  { value: 'lines', name: 'lines' },
  { value: 'bars', name: 'bars' },
  { value: 'stacked', name: 'stacked bars' },
  { value: 'shares', name: 'share bars' },
  { value: 'ranked', name: 'ranked bars' },
  { value: 'week', name: 'hours of the week' },
  { value: 'table', name: 'a table only' },
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
    { value: 'cumulative', name: 'cumulative, by' },
    { value: 'trailing7', name: `over trailing 7 ${step}s, by` },
    { value: 'trailing28', name: `over trailing 28 ${step}s, by` },
  ];
  return (
    <>
      <Sentence>
        Show <MeasureList asked={asked} words={words} set={set} />,{' '}
        <ChoiceWord
          label="Accumulation"
          value={words.course}
          options={courses}
          onChange={(course) => set({ course })}
        />{' '}
        <ChoiceWord
          label="Period"
          value={words.step}
          options={STEPS}
          onChange={(next) => set({ step: next })}
        />{' '}
        in <RangeWord asked={asked} rail={rail} />, split by{' '}
        <Word label="Split by" text={saySplits(words.splits)}>
          {() => <SplitEditor app={asked.app} splits={words.splits} onChange={(splits) => set({ splits })} />}
        </Word>
        , for{' '}
        <AmongWord app={asked.app} label="Filter" value={words.among} onChange={(among) => set({ among })} />,
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
          label="Chart"
          value={words.shape}
          options={SHAPE_NAMES}
          onChange={(shape) => set({ shape })}
        />
        .
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
          {several && (
            <Box component="span" sx={{ color: 'text.secondary' }}>
              {measure.name}:&nbsp;
            </Box>
          )}
          <Word label={`Metric ${measure.name}`} text={sayMeasure(measure, names)}>
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
          <Row sx={{ p: 3 }}>
            <TextButton
              onClick={() => {
                close();
                set({ measures: [...words.measures, { ...USUAL_MEASURE, name: freeName(words) }] });
              }}
            >
              Add metric
            </TextButton>
            <TextButton onClick={() => setFormula(true)}>Add formula</TextButton>
          </Row>
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
    <Box className="only-filter" component="p" sx={{ m: 0, p: '0 16px 8px' }}>
      Temporary filter:{' '}
      <Word
        label="Temporary filter"
        text={words.only ? `events where ${sayEvents(words.only, names)}` : 'none'}
      >
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
          <TextButton onClick={() => set({ only: null })}>Remove</TextButton>
          <span className="second"> Not saved with the question.</span>
        </>
      )}
    </Box>
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
    <Editor sx={{ display: 'block' }}>
      <EventsEditor app={app} label="Events" value={only} onChange={change} testsOnly />
      <Incomplete of={only} />
    </Editor>
  );
}
