import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import type { Split } from '../../api/retention';
import { useNames, useWords } from '../../api/words';
import { EventsEditor } from '../../frame/condition/EventsEditor';
import { PropertyField } from '../../frame/condition/NameField';
import { NothingAgain } from '../../frame/condition/NothingAgain';
import { Pick } from '../../frame/condition/Pick';
import { SegmentTicks } from '../../frame/condition/SegmentTicks';
import { useDraft } from '../../frame/condition/useDraft';
import { Word } from '../../frame/sentence/Sentence';
import { sayEvents, type EventCondition } from '../../words/conditions';
import { plural } from '../../words/numbers';
import { saySplit, TOPS, USUAL_TOP } from '../../frame/split';

/** What splits there are, as somebody changes one. */
type Draft = Split | undefined;

interface SplitWordProps {
  app: string;
  split: Draft;
  onChange: (split: Draft) => void;
}

/** By what the people followed are told apart: a property's first value, segments, or what they did in their first days. */
export function SplitWord({ app, split, onChange }: SplitWordProps) {
  return (
    <Word label="Split by" text={saySplit(split)}>
      {(close) => <SplitSheet app={app} split={split} onChange={onChange} onDone={close} />}
    </Word>
  );
}

function SplitSheet({ app, split: value, onChange, onDone }: SplitWordProps & { onDone: () => void }) {
  const words = useWords(app);
  const [split, change] = useDraft<Draft>(value, onChange);
  const [early, setEarly] = useState(false);
  const property = split && 'property' in split ? split : undefined;
  const people = split && 'people' in split ? split.people : undefined;
  const ofSegments = people?.some(({ who }) => 'segment' in who);
  const first = words.segments[0];
  return (
    <div className="condition-sheet condition-lines">
      <div className="condition-line">
        <PropertyField
          app={app}
          label="by the first"
          value={property?.property ?? ''}
          autoFocus={!early}
          onChange={(next) => change({ property: next, ...(property?.top ? { top: property.top } : {}) })}
        />
        {property && (
          <Pick
            label="told apart"
            value={String(property.top ?? USUAL_TOP)}
            options={TOPS.map((top) => ({ value: String(top), name: `its ${top} largest values` }))}
            onChange={(top) =>
              change(
                Number(top) === USUAL_TOP
                  ? { property: property.property }
                  : { property: property.property, top: Number(top) },
              )
            }
            width={170}
          />
        )}
      </div>
      {people && ofSegments && (
        <SegmentTicks app={app} people={people} onChange={(next) => change({ people: next })} />
      )}
      {early ? (
        <EarlyGroup
          app={app}
          onDone={(group) => {
            change({ people: [group] });
            onDone();
          }}
        />
      ) : (
        <div className="condition-adds">
          {first && !ofSegments && (
            <Button
              variant="outlined"
              onClick={() => change({ people: [{ name: first.name, who: { segment: first.id } }] })}
            >
              by segments
            </Button>
          )}
          <Button variant="outlined" onClick={() => setEarly(true)}>
            by what they did in their first days
          </Button>
        </div>
      )}
      {split && (
        <NothingAgain
          text="By nothing again"
          onClick={() => {
            change(undefined);
            onDone();
          }}
        />
      )}
    </div>
  );
}

interface EarlyGroupProps {
  app: string;
  onDone: (group: Extract<Split, { people: unknown }>['people'][number]) => void;
}

/** Who did something so often in their first days, and the others. */
function EarlyGroup({ app, onDone }: EarlyGroupProps) {
  const names = useNames(app);
  const [what, setWhat] = useState<EventCondition>({ active: true });
  const [times, setTimes] = useState(3);
  const [days, setDays] = useState(2);
  const right = times >= 1 && days >= 1 && Number.isInteger(times) && Number.isInteger(days);
  return (
    <form
      className="condition-lines"
      onSubmit={(event) => {
        event.preventDefault();
        if (right)
          onDone({
            name: `${sayEvents(what, names)} ×${times} in ${plural(days, 'first day')}`,
            who: { did: what, atLeast: times, when: { fromDay: 0, toDay: days - 1 } },
          });
      }}
    >
      <EventsEditor app={app} label="who did" value={what} onChange={setWhat} autoFocus />
      <div className="condition-line">
        <NumberField label="at least, times" value={times} onChange={setTimes} />
        <NumberField label="in their first days" value={days} onChange={setDays} />
        <Button type="submit" variant="contained" disabled={!right}>
          Split
        </Button>
      </div>
    </form>
  );
}

interface NumberFieldProps {
  label: string;
  value: number;
  onChange: (value: number) => void;
}

const NumberField = ({ label, value, onChange }: NumberFieldProps) => (
  <TextField
    label={label}
    type="number"
    size="small"
    value={Number.isNaN(value) ? '' : value}
    onChange={(event) => onChange(event.target.value === '' ? NaN : Number(event.target.value))}
    error={!(value >= 1)}
    sx={{ width: 140 }}
  />
);
