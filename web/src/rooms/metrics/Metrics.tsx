import { AnswerTools } from '../../export/AnswerTools';
import { useCatalogueEvents, useEventNames } from '../../api/catalogue';
import { useMeasures, type MeasureView } from '../../api/measures';
import type { Foot } from '../../api/queries';
import { useNames } from '../../api/words';
import { AnswerFrame } from '../../parts/answer/AnswerFrame';
import { useFrame, type FrameContext, useFoot } from '../../model/frame';
import { Answer } from '../../parts/answer/Answer';
import { NoEvents } from '../../parts/NoEvents';
import { saveCsv } from '../../export/saveCsv';
import { Charts } from './Charts';
import { csvRows } from './csv';
import { findings } from './findings';
import { GroupTable } from './GroupTable';
import { MeasureSentence } from './MeasureSentence';
import { PeriodTable } from './PeriodTable';
import { askOf, changeOf, eventsOf, isWhole, paramsOf, wordsOf, type Words } from './question';
import { columnsOf, panelsOf } from './series';
import { WatchMeasure } from './WatchMeasure';
import { WeekHours } from './WeekHours';

/** Any measures, by period, told apart by anything. */
export default function Metrics() {
  const frame = useFrame();
  const { asked, rail } = frame;
  const words = wordsOf(asked.param);
  const whole = words.measures.every(isWhole) && words.splits.every((split) => split.property !== '');
  const answer = useMeasures(
    asked.app,
    asked.range && whole ? askOf(words, asked.range, asked.compared) : undefined,
  );
  const names = useNames(asked.app);
  useFoot(answer.data?.foot);
  const view = answer.data?.answer;
  // While the next answer is on its way, the last one has fewer or more measures than the words.
  const fits = view && view.range.measures.length === words.measures.length + words.formulas.length;
  const columns = columnsOf(words, names);
  const save = () =>
    view && fits && saveCsv(`${asked.app}-metrics.csv`, csvRows(view, columns, words.step, frame.app.zone));
  if (!rail) return <NoEvents app={frame.app} />;
  return (
    <>
      <MeasureSentence
        asked={asked}
        rail={rail}
        words={words}
        set={(change) => asked.set(changeOf(asked.param, change))}
      />
      {!whole && <p className="second room-fault">Choose a property to see the answer.</p>}
      <AnswerFrame answer={answer}>
        {answer.data && fits && <View frame={frame} answered={answer.data} words={words} onSave={save} />}
      </AnswerFrame>
    </>
  );
}

interface ViewProps {
  frame: FrameContext;
  answered: { answer: MeasureView; foot: Foot };
  words: Words;
  onSave: () => void;
}

function View({ frame, answered, words, onSave }: ViewProps) {
  const view = answered.answer;
  const { asked, app } = frame;
  const names = useNames(asked.app);
  const events = useEventNames(asked.app);
  const named = new Set(words.measures.flatMap((measure) => (measure.what ? eventsOf(measure.what) : [])));
  const recorded = useCatalogueEvents(asked.app, named.size > 0 ? asked.range : undefined);
  const columns = columnsOf(words, names);
  const found = findings(view, {
    words,
    columns,
    zone: app.zone,
    dataFrom: frame.rail?.days.from ?? '',
    shown: events.shown,
    recorded: recorded.data?.answer.events.filter((event) => named.has(event.name)) ?? [],
  });
  return (
    <Answer
      findings={found}
      tools={
        <AnswerTools
          app={asked.app}
          room="metrics"
          file={`${asked.app}-metrics`}
          answered={answered}
          onCsv={onSave}
        >
          <WatchMeasure app={asked.app} words={words} columns={columns} />
        </AnswerTools>
      }
    >
      {words.shape === 'week' && asked.range && (
        <WeekHours app={asked.app} range={asked.range} words={words} />
      )}
      {words.shape !== 'table' && words.shape !== 'week' && (
        <Charts
          panels={panelsOf(view, words, columns)}
          view={view}
          words={words}
          zone={app.zone}
          versions={frame.rail?.versions ?? []}
          marks={frame.rail?.marks ?? []}
        />
      )}
      {view.range.groups.length > 0 && (
        <GroupTable
          view={view}
          words={words}
          columns={columns}
          onShow={(shown) => asked.set(paramsOf({ shown }), true)}
        />
      )}
      <PeriodTable view={view} words={words} panels={panelsOf(view, words, columns)} zone={app.zone} />
    </Answer>
  );
}
