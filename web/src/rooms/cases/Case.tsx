import { Columns, Details } from './layout';
import Box from '@mui/material/Box';
import type { ChangesView, IncidentView } from '../../api/changes';
import { useCases, useOpenCase } from '../../api/cases';
import { useSession, type Foot } from '../../api/queries';
import { AnswerTools } from '../../export/AnswerTools';
import type { FrameContext } from '../../model/frame';
import { saveCsv } from '../../export/saveCsv';
import { daysWords, KIND, nowWord, STATUS, titleOf } from '../../words/changes';
import { Argument } from './Argument';
import { BreakUpTable } from './evidence/BreakUpTable';
import { CaseChart } from './evidence/CaseChart';
import { csvRows } from './paper/csv';
import { Elsewhere, TakeApart } from './Elsewhere';
import { EventTable, MixTable, PerformanceTable } from './evidence/InsideTables';
import { stepsOf } from './steps';
import { SuspectTable } from './evidence/SuspectTable';
import { TextButton } from '../../kit/buttons';

interface CaseProps {
  frame: FrameContext;
  view: ChangesView;
  incident: IncidentView;
}

/** What the watch finds now: the argument on the left as it grows, what the step in hand rests on at the right. */
export function Case({ frame, view, incident, foot }: CaseProps & { foot: Foot }) {
  const { app, asked } = frame;
  const steps = stepsOf(incident, view, app.zone);
  const inHand = asked.param('step') ?? 'fell';
  return (
    <>
      <p className="back">
        <TextButton onClick={() => asked.set({ case: null, step: null })}>All cases</TextButton>
      </p>
      <h1 className="serif">{titleOf(incident)}</h1>
      <Box
        className="case-kind"
        component="p"
        sx={{ m: '0 0 12px', color: 'text.secondary', '& b': { color: 'var(--deep)' } }}
      >
        <b>{KIND[incident.kind]}</b> · {daysWords(incident.days)} · {nowWord(incident)} ·{' '}
        <OpenCase frame={frame} incident={incident} />
      </Box>
      <Columns>
        <Argument
          steps={steps}
          inHand={inHand}
          onStep={(key) => asked.set({ step: key === 'fell' ? null : key })}
        />
        <Details className="case-view" aria-label="Details of this step">
          <InHand app={app.key} rail={frame.rail} view={view} incident={incident} step={inHand} />
          <AnswerTools
            app={app.key}
            room="cases"
            file={`${app.key}-case`}
            answered={{ answer: incident, foot: foot }}
            onCsv={() => saveCsv(`${app.key}-case.csv`, csvRows(incident))}
          />
        </Details>
      </Columns>
    </>
  );
}

/** Keeps it as a case that lasts; one that is kept already is opened. */
function OpenCase({ frame: { app, asked }, incident }: Omit<CaseProps, 'view'>) {
  const mayKeep = useSession().data?.role !== 'READER';
  const kept = useCases(app.key).data?.find((each) => each.incident === incident.id);
  const open = useOpenCase(app.key);
  const show = (id: number) => asked.set({ case: null, kept: String(id), step: null });
  if (kept)
    return (
      <TextButton onClick={() => show(kept.id)}>
        saved as case {kept.id}, {STATUS[kept.status]}
      </TextButton>
    );
  if (!mayKeep) return 'not kept';
  return (
    <>
      <TextButton
        disabled={open.isPending}
        onClick={() =>
          open.mutate(
            { incident: incident.id, title: titleOf(incident) },
            { onSuccess: (made) => show(made.id) },
          )
        }
      >
        Save as case
      </TextButton>
      {open.isError && <span className="fall"> {open.error.message}</span>}
    </>
  );
}

interface InHandProps {
  app: string;
  rail: FrameContext['rail'];
  view: ChangesView;
  incident: IncidentView;
  step: string;
}

/** What the step in hand rests on. */
export function InHand({ app, rail, view, incident, step }: InHandProps) {
  const lead = incident.drops[0];
  if ((step === 'where' || step === 'out') && lead && lead.slice.length > 0) {
    return <SuspectTable drop={lead} />;
  }
  if (step === 'money' && incident.breakUp) {
    return <BreakUpTable breakUp={incident.breakUp} currency={view.currency} />;
  }
  if (step === 'inside' && incident.mixed) return <MixTable mixed={incident.mixed} />;
  if (step === 'inside' && incident.events.length > 0) {
    return (
      <>
        <PerformanceTable incident={incident} />
        <Elsewhere app={app} incident={incident} />
        <EventTable incident={incident} />
      </>
    );
  }
  const chosen = lead || incident.outage ? undefined : incident.chosen[0];
  return (
    <>
      <CaseChart rail={rail} view={view} incident={incident} />
      {chosen && <TakeApart app={app} fall={chosen} />}
    </>
  );
}
