import type { ChangesView, IncidentView } from '../../api/changes';
import type { Foot } from '../../api/queries';
import { AnswerTools } from '../../frame/AnswerTools';
import type { FrameContext } from '../../frame/Frame';
import { saveCsv } from '../../frame/saveCsv';
import { daysWords, KIND, titleOf } from '../../words/changes';
import { CaseChart } from './CaseChart';
import { csvRows } from './csv';
import { EventTable, MixTable, PerformanceTable } from './InsideTables';
import { stepsOf } from './steps';
import { SuspectTable } from './SuspectTable';

interface CaseProps {
  frame: FrameContext;
  view: ChangesView;
  incident: IncidentView;
}

/** One case: the argument on the left as it grows, what the step in hand rests on at the right. */
export function Case({ frame, view, incident, foot }: CaseProps & { foot: Foot }) {
  const { app, asked } = frame;
  const steps = stepsOf(incident, view, app.zone);
  const inHand = asked.param('step') ?? 'fell';
  return (
    <>
      <p className="back">
        <button className="word" onClick={() => asked.set({ case: null, step: null })}>
          All cases
        </button>
      </p>
      <h1 className="serif" data-question>
        {titleOf(incident)}
      </h1>
      <p className="case-kind">
        <b>{KIND[incident.kind]}</b> · {daysWords(incident.days)} · {incident.isOver ? 'over' : 'going on'}
      </p>
      <div className="case-columns">
        <ol className="case-argument">
          {steps.map((step) => (
            <li key={step.key} className={step.key === inHand ? 'in-hand' : undefined}>
              <button
                className="case-step"
                aria-expanded={step.key === inHand}
                onClick={() => asked.set({ step: step.key === 'fell' ? null : step.key })}
              >
                {step.title}
              </button>
              {step.says.map((each, index) => (
                <p key={index} data-finding>
                  {each}
                </p>
              ))}
            </li>
          ))}
        </ol>
        <section className="case-view" aria-label="What the step rests on">
          <InHand frame={frame} view={view} incident={incident} step={inHand} />
          <AnswerTools
            app={app.key}
            room="cases"
            file={`${app.key}-case`}
            answered={{ answer: incident, foot: foot }}
            onCsv={() => saveCsv(`${app.key}-case.csv`, csvRows(incident))}
          />
        </section>
      </div>
    </>
  );
}

function InHand({ frame, view, incident, step }: CaseProps & { step: string }) {
  const lead = incident.drops[0];
  if ((step === 'where' || step === 'out') && lead && lead.slice.length > 0) {
    return <SuspectTable drop={lead} />;
  }
  if (step === 'inside' && incident.mixed) return <MixTable mixed={incident.mixed} />;
  if (step === 'inside' && incident.events.length > 0) {
    return (
      <>
        <PerformanceTable incident={incident} />
        <EventTable incident={incident} />
      </>
    );
  }
  return <CaseChart frame={frame} view={view} incident={incident} />;
}
