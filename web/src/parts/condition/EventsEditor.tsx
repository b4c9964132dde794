import Box from '@mui/material/Box';
import { Column, Fields } from '../../kit/layout';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { isEventCondition } from '../../words/conditionSchema';
import { conditionOf, whatOf, type EventCondition, type What } from '../../words/conditions';
import { EventField } from './NameField';
import { Pick } from './Pick';
import { TestEditor, type PropertyTest } from './TestEditor';
import { CrossButton, TextButton } from '../../kit/buttons';

const JOINS = [
  { value: 'all', name: 'and' },
  { value: 'either', name: 'or' },
] as const;

interface EventsEditorProps {
  app: string;
  label: string;
  value: EventCondition;
  onChange: (condition: EventCondition) => void;
  /** Tests alone, of any event: a filter. */
  testsOnly?: boolean;
  autoFocus?: boolean;
}

/** An event or behaviour, with tests of its properties. */
export function EventsEditor(props: EventsEditorProps) {
  const what = whatOf(props.value);
  return what ? (
    <Shaped {...props} what={what} />
  ) : (
    <ByHand value={props.value} isIt={isEventCondition} onChange={props.onChange} />
  );
}

function Shaped({ app, label, what, onChange, testsOnly, autoFocus }: EventsEditorProps & { what: What }) {
  const set = (change: Partial<What>) => onChange(conditionOf({ ...what, ...change }));
  const change = (at: number, test: EventCondition) =>
    set({ tests: what.tests.map((each, index) => (index === at ? test : each)) });
  return (
    <Column>
      {!testsOnly && (
        <EventField
          app={app}
          label={label}
          value={what.subject}
          onChange={(subject) => set({ subject })}
          autoFocus={autoFocus ?? false}
        />
      )}
      {what.tests.map((test, at) => (
        <Fields key={at}>
          {at === 0 ? (
            <Box component="span" sx={{ pt: 2, color: 'text.secondary' }}>
              {testsOnly ? 'where' : 'with'}
            </Box>
          ) : (
            <Pick
              label="Join"
              value={what.join}
              options={JOINS}
              onChange={(join) => set({ join })}
              width={72}
            />
          )}
          <OneTest app={app} test={test} onChange={(next) => change(at, next)} />
          <CrossButton
            aria-label={`Remove test ${at + 1}`}
            onClick={() => set({ tests: what.tests.filter((_, index) => index !== at) })}
          />
        </Fields>
      ))}
      <TextButton
        sx={{ alignSelf: 'flex-start' }}
        onClick={() => set({ tests: [...what.tests, { property: '', is: [] }] })}
      >
        {what.tests.length === 0 ? (testsOnly ? 'where a property …' : 'with a property …') : 'and another …'}
      </TextButton>
    </Column>
  );
}

interface OneTestProps {
  app: string;
  test: EventCondition;
  onChange: (test: EventCondition) => void;
}

const HOLDS = [
  { value: 'yes', name: 'so' },
  { value: 'no', name: 'not so' },
] as const;

function OneTest({ app, test, onChange }: OneTestProps) {
  const negated = 'not' in test;
  const plain = (negated ? test.not : test) as PropertyTest;
  const set = (next: PropertyTest, isNot: boolean) => onChange(isNot ? { not: next } : next);
  return (
    <>
      <TestEditor app={app} test={plain} onChange={(next) => set(next, negated)} />
      <Pick
        label="It is"
        value={negated ? 'no' : 'yes'}
        options={HOLDS}
        onChange={(next) => set(plain, next === 'no')}
        width={84}
      />
    </>
  );
}

/** What JSON says; undefined where it is none. */
function parsed(text: string): unknown {
  try {
    return JSON.parse(text) as unknown;
  } catch {
    return undefined;
  }
}

/** A condition of another shape than the editor's own, as it is written. */
export function ByHand<T>({
  value,
  isIt,
  onChange,
}: {
  value: T;
  isIt: (value: unknown) => value is T;
  onChange: (value: T) => void;
}) {
  const [text, setText] = useState(JSON.stringify(value, null, 1));
  const [fault, setFault] = useState('');
  return (
    <TextField
      multiline
      fullWidth
      label="As it is written"
      value={text}
      error={fault !== ''}
      helperText={fault || 'This condition can only be edited as text.'}
      onChange={(event) => {
        setText(event.target.value);
        const next = parsed(event.target.value);
        if (next === undefined) setFault('This is not valid JSON.');
        else if (!isIt(next)) setFault('This is not a condition.');
        else {
          setFault('');
          onChange(next);
        }
      }}
    />
  );
}
