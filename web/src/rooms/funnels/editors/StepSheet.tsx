import { Editor, Fields, Row } from '../../../kit/layout';
import Checkbox from '@mui/material/Checkbox';
import FormControlLabel from '@mui/material/FormControlLabel';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { useWords } from '../../../api/words';
import { EventsEditor } from '../../../parts/condition/EventsEditor';
import { NothingAgain } from '../../../parts/condition/NothingAgain';
import { Pick } from '../../../parts/condition/Pick';
import { useDraft } from '../../../parts/condition/useDraft';
import type { EventCondition } from '../../../words/conditions';
import { type Step } from '../question';
import { targetOf } from '../stairs/target';

interface StepSheetProps {
  app: string;
  step: Step;
  at: number;
  count: number;
  /** Whether steps come one after another, so that something can be said of what lies between. */
  inOrder: boolean;
  /** Whether steps hang together at all. */
  inSequence: boolean;
  onChange: (step: Step) => void;
  onMove: (by: -1 | 1) => void;
  onRemove: () => void;
}

const NO_LIMIT = '';
const TIMES = [
  { value: 'PT10S', name: '10 seconds' },
  { value: 'PT1M', name: '1 minute' },
  { value: 'PT10M', name: '10 minutes' },
  { value: 'PT1H', name: '1 hour' },
  { value: 'P1D', name: '1 day' },
  { value: 'P3D', name: '3 days' },
];

/** Leaves out what says nothing. */
function tidied({ name, optional, forbidden, least, most, target, what }: Step): Step {
  return {
    what,
    ...(name ? { name } : {}),
    ...(optional ? { optional } : {}),
    ...(forbidden ? { forbidden } : {}),
    ...(least ? { least } : {}),
    ...(most ? { most } : {}),
    ...(target ? { target } : {}),
  };
}

/** What a step is, and what holds between it and the one before. */
export function StepSheet({
  app,
  step: value,
  at,
  count,
  inOrder,
  inSequence,
  onChange,
  onMove,
  onRemove,
}: StepSheetProps) {
  const [step, change] = useDraft<Step>(value, (next) => onChange(tidied(next)));
  return (
    <Editor sx={{ maxWidth: 560 }}>
      <Alternatives app={app} what={step.what} onChange={(what) => change({ ...step, what })} />
      <TextField
        label="called"
        size="small"
        value={step.name ?? ''}
        onChange={(event) => change({ ...step, name: event.target.value })}
      />
      {at > 0 && inSequence && (
        <FormControlLabel
          control={
            <Checkbox
              size="small"
              checked={step.optional ?? false}
              onChange={(event) => change({ ...step, optional: event.target.checked })}
            />
          }
          label="optional"
        />
      )}
      {at > 0 && inOrder && <Between app={app} step={step} onChange={change} />}
      {at > 0 && inSequence && <Target step={step} onChange={change} />}
      <Row>
        <Button variant="outlined" disabled={at === 0} onClick={() => onMove(-1)}>
          Move up
        </Button>
        <Button variant="outlined" disabled={at === count - 1} onClick={() => onMove(1)}>
          Move down
        </Button>
        <Button variant="outlined" onClick={onRemove}>
          Remove
        </Button>
      </Row>
    </Editor>
  );
}

interface AlternativesProps {
  app: string;
  what: EventCondition;
  onChange: (what: EventCondition) => void;
}

/** What does the step: one thing, or whichever of several. */
function Alternatives({ app, what, onChange }: AlternativesProps) {
  const ways = 'either' in what ? what.either : [what];
  const set = (next: EventCondition[]) => {
    const [only] = next;
    onChange(next.length === 1 && only ? only : { either: next });
  };
  return (
    <>
      {ways.map((way, at) => (
        <Fields key={at}>
          <EventsEditor
            app={app}
            label={at === 0 ? 'Event' : 'or event'}
            value={way}
            autoFocus={at === 0}
            onChange={(next) => set(ways.map((each, other) => (other === at ? next : each)))}
          />
          {ways.length > 1 && (
            <NothingAgain
              text="Remove this event"
              onClick={() => set(ways.filter((_, other) => other !== at))}
            />
          )}
        </Fields>
      ))}
      <Row>
        <Button variant="outlined" onClick={() => set([...ways, { active: true }])}>
          Add another event
        </Button>
      </Row>
    </>
  );
}

function Between({ app, step, onChange }: { app: string; step: Step; onChange: (step: Step) => void }) {
  const { events } = useWords(app);
  const [first] = events;
  const limit = (label: string, value: string | undefined, set: (next: string) => Step) => (
    <Pick
      label={label}
      value={value ?? NO_LIMIT}
      options={[
        { value: NO_LIMIT, name: 'no limit' },
        ...TIMES,
        ...(value && !TIMES.some((each) => each.value === value) ? [{ value, name: value }] : []),
      ]}
      onChange={(next) => onChange(set(next))}
      width={150}
    />
  );
  return (
    <>
      <Fields>
        {limit('Not before', step.least, (least) => ({ ...step, least }))}
        {limit('Within', step.most, (most) => ({ ...step, most }))}
      </Fields>
      {step.forbidden ? (
        <Fields>
          <EventsEditor
            app={app}
            label="Must not happen between"
            value={step.forbidden}
            onChange={(forbidden) => onChange({ ...step, forbidden })}
          />
          <NothingAgain text="Remove this condition" onClick={() => onChange(withoutForbidden(step))} />
        </Fields>
      ) : (
        <Row>
          {first && (
            <Button
              variant="outlined"
              onClick={() => onChange({ ...step, forbidden: { event: first.name } })}
            >
              Must not happen between …
            </Button>
          )}
        </Row>
      )}
    </>
  );
}

const percent = (value: number | undefined) => (value === undefined ? '' : String(+(value * 100).toFixed(4)));

/** The share of the first step that is aimed at. Both ends are needed; what is no share from 0 to 100 says so. */
function Target({ step, onChange }: { step: Step; onChange: (step: Step) => void }) {
  const set = targetOf(step);
  const [from, setFrom] = useState(percent(set?.[0]));
  const [to, setTo] = useState(percent(set?.[1]));
  const read = (low: string, high: string): [number, number] | undefined =>
    low.trim() === '' || high.trim() === ''
      ? undefined
      : targetOf({ ...step, target: [Number(low) / 100, Number(high) / 100] });
  const write = (low: string, high: string) => {
    setFrom(low);
    setTo(high);
    const target = read(low, high);
    if (target) onChange({ ...step, target });
    else if (low.trim() === '' && high.trim() === '') onChange(withoutTarget(step));
  };
  const wrong = from.trim() !== '' && to.trim() !== '' && !read(from, to);
  return (
    <Fields>
      <TextField
        label="Target from, % of first"
        size="small"
        value={from}
        error={wrong}
        onChange={(event) => write(event.target.value, to)}
      />
      <TextField
        label="to, %"
        size="small"
        value={to}
        error={wrong}
        helperText={wrong ? 'From 0 to 100, the lower first' : undefined}
        onChange={(event) => write(from, event.target.value)}
      />
    </Fields>
  );
}

function withoutForbidden(step: Step): Step {
  const rest = { ...step };
  delete rest.forbidden;
  return rest;
}

function withoutTarget(step: Step): Step {
  const rest = { ...step };
  delete rest.target;
  return rest;
}
