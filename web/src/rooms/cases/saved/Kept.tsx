import { Columns, Details } from '../layout';
import Box from '@mui/material/Box';
import { useState } from 'react';
import { useCase, useChangeCase, useRecovery, type CaseView } from '../../../api/cases';
import type { ChangesView, IncidentView } from '../../../api/changes';
import { useSession } from '../../../api/queries';
import type { FrameContext } from '../../../model/frame';
import { daysWords, KIND, leadOf, recoverySentence, STATUS } from '../../../words/changes';
import { instantIn, rangeWords } from '../../../words/dates';
import { dayOf, isoOf } from '../../../words/dates';
import { figuresOf } from '../../../words/prose';
import { Argument } from '../Argument';
import { InHand } from '../Case';
import { Comments } from './Comments';
import { ActionForm } from './ActionForm';
import { KeptStep } from './KeptStep';
import { SaveCase } from './SaveCase';
import { stepsOf, type Step } from '../steps';
import { ThenAndNow } from './ThenAndNow';
import { TextButton } from '../../../kit/buttons';

interface KeptProps {
  frame: FrameContext;
  id: number;
}

/** A case that lasts: the argument as it was found, in somebody's words where they wrote them; what was done, and whether it helped. */
export function Kept({ frame, id }: KeptProps) {
  const kept = useCase(frame.app.key, id);
  if (kept.isPending) return <p className="second">Loading the case …</p>;
  if (kept.isError) return <p className="fall">{kept.error.message}</p>;
  const found = kept.data.findings.at(-1)?.found;
  const incident = found?.incidents[0];
  if (!found || !incident) return null;
  return <Whole frame={frame} kept={kept.data} found={found} incident={incident} />;
}

interface WholeProps {
  frame: FrameContext;
  kept: CaseView;
  found: ChangesView;
  incident: IncidentView;
}

function Whole({ frame, kept, found, incident }: WholeProps) {
  const { app, asked, rail } = frame;
  const may = useSession().data?.role !== 'READER';
  const change = useChangeCase(app.key, kept.id);
  const recovery = useRecovery(app.key, kept);
  const [isChanging, setChanging] = useState(false);
  const said = recovery.isError
    ? recovery.error.message
    : recovery.data && recoverySentence(recovery.data.answer, leadOf(incident)?.isWorseAbove ?? false);
  const computed = stepsOf(incident, found, app.zone);
  const steps = [...computed, doneStep(kept, said), AGAIN];
  const inHand = asked.param('step') ?? 'fell';
  const figures = figuresOf(incident, found.currency);
  const entry = {
    version: kept.version,
    title: kept.title,
    status: kept.status,
    words: kept.words,
    action: kept.action,
    acted: kept.acted,
  };
  return (
    <>
      <p className="back">
        <TextButton onClick={() => asked.set({ kept: null, step: null })}>All cases</TextButton>
      </p>
      <h1 className="serif">{kept.title}</h1>
      <Box
        className="case-kind"
        component="p"
        sx={{ m: '0 0 12px', color: 'text.secondary', '& b': { color: 'var(--deep)' } }}
      >
        Case {kept.id}, <b>{STATUS[kept.status]}</b> · {KIND[incident.kind]} · {daysWords(incident.days)}
        {may && !isChanging && (
          <>
            {' '}
            · <TextButton onClick={() => setChanging(true)}>Edit title, status or action</TextButton>
          </>
        )}
      </Box>
      {isChanging && (
        <ActionForm
          entry={entry}
          change={change}
          onDone={() => {
            change.reset();
            setChanging(false);
          }}
        />
      )}
      <Columns>
        <Argument
          steps={steps}
          inHand={inHand}
          onStep={(key) => asked.set({ step: key === 'fell' ? null : key })}
          says={(step) => (
            <KeptStep
              step={step}
              words={kept.words[step.key]}
              figures={figures}
              mayChange={may && computed.includes(step)}
              onSave={(words) =>
                change.mutateAsync({ ...entry, words: withWords(kept.words, step.key, words) })
              }
            />
          )}
        />
        <Details className="case-view" aria-label="Details of this step">
          {inHand === 'again' ? (
            <ThenAndNow frame={frame} kept={kept} mayTake={may} />
          ) : (
            <InHand app={app.key} rail={rail} view={found} incident={incident} step={inHand} />
          )}
          <p className="second">
            Saved by {kept.findings.at(-1)?.takenBy} on{' '}
            {instantIn(kept.findings.at(-1)?.taken ?? kept.opened, app.zone)}, with data received until{' '}
            {instantIn(kept.findings.at(-1)?.watermark ?? kept.opened, app.zone)}. Later data do not change
            it.
          </p>
          <SaveCase frame={frame} kept={kept} view={found} incident={incident} steps={steps.slice(0, -1)} />
          <Comments app={app} kept={kept} mayWrite={may} />
        </Details>
      </Columns>
    </>
  );
}

const AGAIN: Step = {
  key: 'again',
  title: 'Compare with current data',
  says: [{ text: 'What the current data show, compared with the saved state.' }],
};

/** The action that was taken, and whether the metric has recovered since. */
function doneStep({ action, acted }: CaseView, recovery: string | undefined): Step {
  const sentence = /[.!?]$/.test(action) ? action : `${action}.`;
  const done =
    action && acted
      ? `${sentence} From ${rangeWords({ from: acted, to: isoOf(dayOf(acted) + 1) })} on.`
      : action || 'No action noted.';
  return {
    key: 'done',
    title: 'Action taken',
    says: [{ text: done }, ...(recovery ? [{ text: recovery }] : [])],
  };
}

/** Empty words are none: then the computed ones stand again. */
function withWords(all: Record<string, string>, key: string, words: string): Record<string, string> {
  const others = Object.entries(all).filter(([each]) => each !== key);
  return Object.fromEntries(words.trim() === '' ? others : [...others, [key, words.trim()]]);
}
