import { lazy, Suspense, useEffect } from 'react';
import { useCatalogueEvents, useEventNames } from '../../api/catalogue';
import { useMeasures, type MeasureView } from '../../api/measures';
import type { Grain } from '../../api/queries';
import { useFrame, type FrameContext } from '../../frame/Frame';
import { Answer, type Finding } from '../../frame/Margin';
import { NoEvents } from '../../frame/NoEvents';
import { useLetter } from '../../frame/keys';
import { saveCsv } from '../../frame/saveCsv';
import { RangeWord } from '../../frame/sentence/RangeWords';
import { ChoiceWord, Sentence } from '../../frame/sentence/Sentence';
import { GRAINS, grainWord } from '../../words/dates';
import { csvRows } from './csv';
import { findings } from './findings';
import { MeasureTable } from './MeasureTable';
import { linesOf, MEASURES, unitOf, wholeOf, type Measure } from './series';
import './measures.css';

const SeriesChart = lazy(() => import('../../charts/SeriesChart'));

const ANY = 'anything active';
const NOTHING = 'nothing';
const TOPS = ['3', '5', '8'] as const;
const USUAL_TOP = '5';

interface Words {
  measure: Measure;
  grain: Grain;
  event: string | null;
  splitBy: string | null;
  top: string;
}

function wordsOf(param: (name: string) => string | null): Words {
  return {
    measure: MEASURES.find((each) => each.value === param('measure'))?.value ?? 'people',
    grain: GRAINS.find((each) => each.name === param('by'))?.value ?? 'DAY',
    event: param('event'),
    splitBy: param('split'),
    top: TOPS.find((each) => each === param('top')) ?? USUAL_TOP,
  };
}

/** How many people, or how often, by period and by value of a property. */
export default function Measures() {
  const frame = useFrame();
  const { asked, rail, setFoot } = frame;
  const words = wordsOf(asked.param);
  const { measure, grain, event, splitBy, top } = words;
  const { range } = asked;
  const answer = useMeasures(
    asked.app,
    range && {
      range,
      grain,
      what: event === null ? null : { event },
      among: null,
      splitBy,
      top: Number(top),
    },
  );
  const names = useEventNames(asked.app);
  const recorded = useCatalogueEvents(asked.app, event === null ? undefined : range);
  useEffect(() => setFoot(answer.data?.foot), [answer.data, setFoot]);
  const view = answer.data?.answer;
  const save = () => view && saveCsv(`${asked.app}-measures.csv`, csvRows(view, measure, grain));
  useLetter('x', save);
  if (!rail) return <NoEvents app={frame.app} />;
  const shown = event === null ? null : names.shown(event);
  return (
    <>
      <Sentence>
        <ChoiceWord
          label="Measure"
          value={measure}
          options={MEASURES}
          onChange={(next) => asked.set({ measure: next === 'people' ? null : next })}
        />{' '}
        <ChoiceWord
          label="What they did"
          value={event ?? ANY}
          options={[
            { value: ANY, name: ANY },
            ...(view?.words.events ?? [])
              .filter((name) => name === event || !names.hidden(name))
              .map((name) => ({ value: name, name: names.shown(name) })),
          ]}
          onChange={(next) => asked.set({ event: next === ANY ? null : next })}
        />{' '}
        each{' '}
        <ChoiceWord
          label="Grain"
          value={grain}
          options={GRAINS}
          onChange={(next) => asked.set({ by: next === 'DAY' ? null : grainWord[next] })}
        />{' '}
        of <RangeWord asked={asked} rail={rail} />, split by{' '}
        <ChoiceWord
          label="Split by"
          value={splitBy ?? NOTHING}
          options={[NOTHING, ...(view?.words.properties ?? [])].map((name) => ({ value: name, name }))}
          onChange={(next) => asked.set({ split: next === NOTHING ? null : next, top: null })}
        />
        {splitBy !== null && (
          <>
            {' '}
            with{' '}
            <ChoiceWord
              label="Values told apart"
              value={top}
              options={TOPS.map((each) => ({ value: each, name: `its ${each} largest values` }))}
              onChange={(next) => asked.set({ top: next === USUAL_TOP ? null : next })}
            />
          </>
        )}
        ?
      </Sentence>
      {answer.isError && <p className="fall room-fault">{answer.error.message}</p>}
      {view && (
        <View
          frame={frame}
          view={view}
          words={words}
          found={findings(
            view,
            words,
            shown,
            recorded.data?.answer.events.find((each) => each.name === event),
          )}
          onSave={save}
        />
      )}
    </>
  );
}

interface ViewProps {
  frame: FrameContext;
  view: MeasureView;
  words: Words;
  found: Finding[];
  onSave: () => void;
}

function View({ frame, view, words, found, onSave }: ViewProps) {
  const { measure, grain } = words;
  const lines = linesOf(view, measure);
  return (
    <Answer
      findings={found}
      tools={
        <button className="word" onClick={onSave}>
          Save as CSV
        </button>
      }
    >
      <Suspense fallback={<div style={{ height: 300 }} />}>
        <SeriesChart
          periods={view.periods}
          grain={grain}
          lines={lines.filter((line) => !line.quiet)}
          unit={unitOf(measure)}
          releases={frame.rail?.versions ?? []}
        />
      </Suspense>
      <MeasureTable
        view={view}
        grain={grain}
        lines={lines}
        whole={view.groups.length > 0 ? wholeOf(view, measure) : undefined}
        unit={unitOf(measure)}
      />
    </Answer>
  );
}
