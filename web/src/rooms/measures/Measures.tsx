import { useEffect } from 'react';
import { useCatalogueEvents, useEventNames } from '../../api/catalogue';
import { useMeasures, type MeasureView } from '../../api/measures';
import { useNames } from '../../api/words';
import { AnswerFrame } from '../../frame/AnswerFrame';
import { useFrame, type FrameContext } from '../../frame/Frame';
import { Answer } from '../../frame/Margin';
import { NoEvents } from '../../frame/NoEvents';
import { useLetter } from '../../frame/keys';
import { saveCsv } from '../../frame/saveCsv';
import { Charts } from './Charts';
import { csvRows } from './csv';
import { findings } from './findings';
import { GroupTable } from './GroupTable';
import { MeasureSentence } from './MeasureSentence';
import { PeriodTable } from './PeriodTable';
import { askOf, eventsOf, isWhole, paramsOf, wordsOf, type Words } from './question';
import { columnsOf, panelsOf } from './series';
import { WatchMeasure } from './WatchMeasure';
import { WeekHours } from './WeekHours';
import './measures.css';

/** Any measures, by period, told apart by anything. */
export default function Measures() {
  const frame = useFrame();
  const { asked, rail, setFoot } = frame;
  const words = wordsOf(asked.param);
  const whole = words.measures.every(isWhole) && words.splits.every((split) => split.property !== '');
  const answer = useMeasures(
    asked.app,
    asked.range && whole ? askOf(words, asked.range, asked.compared) : undefined,
  );
  const names = useNames(asked.app);
  useEffect(() => setFoot(answer.data?.foot), [answer.data, setFoot]);
  const view = answer.data?.answer;
  // While the next answer is on its way, the last one has fewer or more measures than the words.
  const fits = view && view.range.measures.length === words.measures.length + words.formulas.length;
  const columns = columnsOf(words, names);
  const save = () => view && fits && saveCsv(`${asked.app}-measures.csv`, csvRows(view, columns, words.step));
  useLetter('x', save);
  if (!rail) return <NoEvents app={frame.app} />;
  return (
    <>
      <MeasureSentence
        asked={asked}
        rail={rail}
        words={words}
        set={(change) => asked.set(paramsOf(change))}
      />
      {!whole && <p className="second room-fault">Choose a property, and the answer comes.</p>}
      <AnswerFrame answer={answer}>
        {view && fits && <View frame={frame} view={view} words={words} onSave={save} />}
      </AnswerFrame>
    </>
  );
}

interface ViewProps {
  frame: FrameContext;
  view: MeasureView;
  words: Words;
  onSave: () => void;
}

function View({ frame, view, words, onSave }: ViewProps) {
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
        <>
          <p>
            <button className="word" onClick={onSave}>
              Save as CSV
            </button>
          </p>
          <WatchMeasure app={asked.app} words={words} columns={columns} />
        </>
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
