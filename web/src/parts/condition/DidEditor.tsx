import { Column, Fields } from '../../kit/layout';
import TextField from '@mui/material/TextField';
import { leastTimes, type EventCondition, type PersonCondition, type When } from '../../words/conditions';
import { kindOf, startOf, VERBS, verbOf, whatOf, WINDOWS, withVerb, type Behaved } from './did';
import { useFrame } from '../../model/frame';
import { EventsEditor } from './EventsEditor';
import { Pick } from './Pick';
import { DateField } from '../../kit/DateField';

interface DidEditorProps {
  app: string;
  part: Behaved;
  onChange: (part: Behaved) => void;
}

/** What people did or did not do, how often, and when. */
export function DidEditor({ app, part, onChange }: DidEditorProps) {
  const verb = verbOf(part);
  return (
    <Column sx={{ flex: 1 }}>
      <Fields>
        <Pick
          label="Users"
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
      </Fields>
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
            label="then, within (hours)"
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
            label="Then"
            value={part.then}
            onChange={(then) => onChange({ ...part, then })}
          />
        </>
      )}
    </Column>
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
        label="At least (times)"
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
    <DateField label={label} value={value} onChange={(next) => next && set(next)} />
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
