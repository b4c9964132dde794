import Autocomplete from '@mui/material/Autocomplete';
import TextField from '@mui/material/TextField';
import { useValues } from '../../api/words';
import type { Test } from '../../words/conditions';
import { PropertyField } from './NameField';
import { Pick } from './Pick';

const KINDS = [
  { value: 'is', name: 'is' },
  { value: 'atLeast', name: 'is at least' },
  { value: 'moreThan', name: 'is more than' },
  { value: 'atMost', name: 'is at most' },
  { value: 'lessThan', name: 'is less than' },
  { value: 'contains', name: 'contains' },
  { value: 'matches', name: 'matches (RE2)' },
  { value: 'set', name: 'is set' },
] as const;

type Kind = (typeof KINDS)[number]['value'];

export type PropertyTest = { property: string } & Test;

const kindOf = (test: Test): Kind => KINDS.find(({ value }) => test[value] !== undefined)?.value ?? 'is';

const START: Record<Kind, Test> = {
  is: { is: [] },
  atLeast: { atLeast: 1 },
  moreThan: { moreThan: 0 },
  atMost: { atMost: 1 },
  lessThan: { lessThan: 1 },
  contains: { contains: '' },
  matches: { matches: '' },
  set: { set: true },
};

interface TestEditorProps {
  app: string;
  test: PropertyTest;
  onChange: (test: PropertyTest) => void;
}

/** A property and what its value must be. A second bound, where one was written by hand, is kept as it is. */
export function TestEditor({ app, test, onChange }: TestEditorProps) {
  const { property, ...rest } = test;
  const kind = kindOf(rest);
  return (
    <>
      <PropertyField
        app={app}
        label="Property"
        value={property}
        onChange={(next) => onChange({ property: next, ...START[kind] })}
      />
      <Pick
        label="Test"
        value={kind}
        options={KINDS}
        onChange={(next) => onChange({ property, ...START[next] })}
      />
      <Value app={app} kind={kind} test={test} onChange={onChange} />
    </>
  );
}

function Value({ app, kind, test, onChange }: TestEditorProps & { kind: Kind }) {
  const values = useValues(app, kind === 'is' ? test.property : '');
  if (kind === 'set') return null;
  if (kind === 'is') {
    return (
      <Autocomplete
        multiple
        freeSolo
        autoSelect
        options={values.data?.answer.groups.map((group) => group.value) ?? []}
        value={[test.is ?? []].flat()}
        onChange={(_, next) => onChange({ ...test, is: next })}
        size="small"
        sx={{ minWidth: 180, flex: 1 }}
        renderInput={(params) => <TextField {...params} label="one of" />}
      />
    );
  }
  const isText = kind === 'contains' || kind === 'matches';
  return (
    <TextField
      label="value"
      type={isText ? 'text' : 'number'}
      value={String(test[kind] ?? '')}
      onChange={(event) =>
        onChange({ ...test, [kind]: isText ? event.target.value : Number(event.target.value) })
      }
      slotProps={isText ? {} : { htmlInput: { step: 'any' } }}
      sx={{ width: 120 }}
    />
  );
}
