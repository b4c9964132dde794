import { Column, Fields } from '../../../kit/layout';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import type { Split } from '../../../api/retention';
import { useNames } from '../../../api/words';
import { EventsEditor } from '../../../parts/condition/EventsEditor';
import { SplitSheet } from '../../../parts/split/SplitSheet';
import { Word } from '../../../parts/sentence/Sentence';
import { sayEvents, type EventCondition } from '../../../words/conditions';
import { plural } from '../../../words/numbers';
import { saySplit } from '../../../model/split';

interface SplitWordProps {
  app: string;
  split: Split | undefined;
  onChange: (split: Split | undefined) => void;
}

/** How users are split into groups: by the first value of a property, by segments, or by behaviour in their first days. */
export function SplitWord({ app, split, onChange }: SplitWordProps) {
  return (
    <Word label="Split by" text={saySplit(split)}>
      {(close) => (
        <SplitSheet
          app={app}
          split={split}
          label="first value of"
          hasTop
          more={(change) => (
            <Early app={app} onGroup={(group) => change({ people: [group] })} onDone={close} />
          )}
          onChange={onChange}
          onDone={close}
        />
      )}
    </Word>
  );
}

/** Offers a split by early behaviour, and asks by which. */
function Early({
  app,
  onGroup,
  onDone,
}: {
  app: string;
  onGroup: EarlyGroupProps['onDone'];
  onDone: () => void;
}) {
  const [isOpen, setIsOpen] = useState(false);
  return isOpen ? (
    <EarlyGroup
      app={app}
      onDone={(group) => {
        onGroup(group);
        onDone();
      }}
    />
  ) : (
    <Button variant="outlined" onClick={() => setIsOpen(true)}>
      By behaviour in the first days
    </Button>
  );
}

interface EarlyGroupProps {
  app: string;
  onDone: (group: Extract<Split, { people: unknown }>['people'][number]) => void;
}

/** Users who did something at least so often in their first days, compared with all others. */
function EarlyGroup({ app, onDone }: EarlyGroupProps) {
  const names = useNames(app);
  const [what, setWhat] = useState<EventCondition>({ active: true });
  const [times, setTimes] = useState(3);
  const [days, setDays] = useState(2);
  const right = times >= 1 && days >= 1 && Number.isInteger(times) && Number.isInteger(days);
  return (
    <Column
      as="form"
      onSubmit={(event) => {
        event.preventDefault();
        if (right)
          onDone({
            name: `${sayEvents(what, names)} ×${times} in ${plural(days, 'first day')}`,
            who: { did: what, atLeast: times, when: { fromDay: 0, toDay: days - 1 } },
          });
      }}
    >
      <EventsEditor app={app} label="Event" value={what} onChange={setWhat} autoFocus />
      <Fields>
        <NumberField label="At least (times)" value={times} onChange={setTimes} />
        <NumberField label="In the first days" value={days} onChange={setDays} />
        <Button type="submit" variant="contained" disabled={!right}>
          Split
        </Button>
      </Fields>
    </Column>
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
