import TextField from '@mui/material/TextField';
import type { DayRange } from '../../api/queries';
import { leastTimes, type EventCondition, type PersonCondition, type When } from '../../words/conditions';
import { useFrame } from '../Frame';
import { EventsEditor } from './EventsEditor';
import { Pick } from './Pick';

type Behaved = Extract<PersonCondition, { did: EventCondition } | { firstDid: EventCondition }>;

const VERBS = [
  { value: 'did', name: 'who did' },
  { value: 'not', name: 'who did not do' },
  { value: 'first', name: 'who first did' },
  { value: 'then', name: 'who did, and then' },
] as const;

type Verb = (typeof VERBS)[number]['value'];

const verbOf = (part: Behaved): Verb => {
  if ('firstDid' in part) return 'first';
  if ('then' in part) return 'then';
  return part.atMost === 0 ? 'not' : 'did';
};

const whatOf = (part: Behaved): EventCondition => ('firstDid' in part ? part.firstDid : part.did);

/** The same said with another verb; what it has no room for is let go. */
function withVerb(part: Behaved, verb: Verb): Behaved {
  const did = whatOf(part);
  const when = part.when ? { when: part.when } : {};
  switch (verb) {
    case 'did':
      return { did, atLeast: 1, ...when };
    case 'not':
      return { did, atMost: 0, ...when };
    case 'first':
      return { firstDid: did, when: part.when ?? { lastDays: 28 } };
    case 'then':
      return { did, then: { active: true }, within: 'PT24H', ...when };
  }
}

interface DidEditorProps {
  app: string;
  part: Behaved;
  onChange: (part: Behaved) => void;
}

/** What people did or did not do, how often, and when. */
export function DidEditor({ app, part, onChange }: DidEditorProps) {
  const verb = verbOf(part);
  return (
    <div className="condition-did">
      <div className="condition-line">
        <Pick
          label="People"
          value={verb}
          options={VERBS}
          onChange={(next) => onChange(withVerb(part, next))}
          width={150}
        />
        {'did' in part && !('then' in part) && verb === 'did' && <Times part={part} onChange={onChange} />}
        <WhenEditor
          when={part.when}
          mustBe={verb === 'first'}
          onChange={(when) => {
            const rest = { ...part } as Behaved & { when?: When };
            delete rest.when;
            onChange((when ? { ...rest, when } : rest) as Behaved);
          }}
        />
      </div>
      <EventsEditor
        app={app}
        label="what"
        value={whatOf(part)}
        onChange={(what) =>
          onChange('firstDid' in part ? { ...part, firstDid: what } : { ...part, did: what })
        }
      />
      {'then' in part && (
        <>
          <TextField
            label="and then, within hours"
            type="number"
            value={Number(/\d+/.exec(part.within)?.[0] ?? 24)}
            onChange={(event) =>
              onChange({ ...part, within: `PT${Math.max(1, Math.round(Number(event.target.value)))}H` })
            }
            slotProps={{ htmlInput: { min: 1 } }}
            sx={{ width: 170 }}
          />
          <EventsEditor
            app={app}
            label="then what"
            value={part.then}
            onChange={(then) => onChange({ ...part, then })}
          />
        </>
      )}
    </div>
  );
}

type Did = Exclude<Extract<PersonCondition, { did: EventCondition }>, { then: EventCondition }>;

/** From so many times to so many; without a most, any number. */
function Times({ part, onChange }: { part: Did; onChange: (part: Did) => void }) {
  const least = leastTimes(part);
  const whole = (text: string, from: number) => Math.max(from, Math.round(Number(text)));
  return (
    <>
      <TextField
        label="times, at least"
        type="number"
        value={least}
        onChange={(event) =>
          onChange({ ...part, atLeast: whole(event.target.value, part.atMost === undefined ? 1 : 0) })
        }
        slotProps={{ htmlInput: { min: part.atMost === undefined ? 1 : 0 } }}
        sx={{ width: 110 }}
      />
      <TextField
        label="at most"
        type="number"
        value={part.atMost ?? ''}
        onChange={(event) => {
          const rest = { ...part };
          delete rest.atMost;
          onChange(event.target.value === '' ? rest : { ...rest, atMost: whole(event.target.value, 1) });
        }}
        error={part.atMost !== undefined && part.atMost < least}
        slotProps={{ htmlInput: { min: 1 } }}
        sx={{ width: 84 }}
      />
    </>
  );
}

const WINDOWS = [
  { value: 'ever', name: 'ever' },
  { value: 'last', name: 'in the last days' },
  { value: 'days', name: 'between dates' },
  { value: 'own', name: 'on days of their own' },
] as const;

type WindowKind = (typeof WINDOWS)[number]['value'];

function kindOf(when: When | undefined): WindowKind {
  if (!when) return 'ever';
  return 'lastDays' in when ? 'last' : 'fromDay' in when ? 'own' : 'days';
}

/** What a window is at first; days are those of the question. */
function startOf(kind: WindowKind, range: DayRange | undefined): When | undefined {
  switch (kind) {
    case 'ever':
      return undefined;
    case 'last':
      return { lastDays: 14 };
    case 'own':
      return { fromDay: 0, toDay: 6 };
    case 'days':
      return range ?? { lastDays: 14 };
  }
}

interface WhenEditorProps {
  when: When | undefined;
  mustBe: boolean;
  onChange: (when: When | undefined) => void;
}

function WhenEditor({ when, mustBe, onChange }: WhenEditorProps) {
  const { range } = useFrame().asked;
  const number = (label: string, value: number | undefined, set: (value: number) => void) => (
    <TextField
      label={label}
      type="number"
      value={value ?? ''}
      onChange={(event) => set(Math.max(0, Math.round(Number(event.target.value))))}
      slotProps={{ htmlInput: { min: 0 } }}
      sx={{ width: 84 }}
    />
  );
  const date = (label: string, value: string, set: (value: string) => void) => (
    <TextField
      label={label}
      type="date"
      value={value}
      onChange={(event) => event.target.value && set(event.target.value)}
      slotProps={{ inputLabel: { shrink: true } }}
    />
  );
  return (
    <>
      <Pick
        label="When"
        value={kindOf(when)}
        options={mustBe ? WINDOWS.slice(1) : WINDOWS}
        onChange={(kind) => onChange(startOf(kind, range))}
        width={140}
      />
      {when && 'lastDays' in when && number('days', when.lastDays, (lastDays) => onChange({ lastDays }))}
      {when && 'fromDay' in when && (
        <>
          {number('from day', when.fromDay, (fromDay) => onChange({ ...when, fromDay }))}
          {number('to day', when.toDay, (toDay) => onChange({ ...when, toDay }))}
        </>
      )}
      {when && 'from' in when && (
        <>
          {date('from', when.from, (from) => onChange({ ...when, from }))}
          {date('before', when.to, (to) => onChange({ ...when, to }))}
        </>
      )}
    </>
  );
}
