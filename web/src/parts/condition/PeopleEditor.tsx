import Box from '@mui/material/Box';
import { Column, Fields, Row } from '../../kit/layout';
import Button from '@mui/material/Button';
import { useNames, useWords } from '../../api/words';
import { EVERYONE, sayPeople, type PersonCondition } from '../../words/conditions';
import { DidEditor } from './DidEditor';
import { isPersonCondition } from '../../words/conditionSchema';
import { ByHand } from './EventsEditor';
import { Pick } from './Pick';
import { TestEditor } from './TestEditor';
import { CrossButton } from '../../kit/buttons';

const JOINS = [
  { value: 'all', name: 'all of these apply' },
  { value: 'either', name: 'any of these applies' },
] as const;

const WHICH = [
  { value: 'LATEST', name: 'latest' },
  { value: 'FIRST', name: 'first' },
] as const;

const HOLDS = [
  { value: 'yes', name: 'so' },
  { value: 'no', name: 'not so' },
] as const;

interface PeopleEditorProps {
  app: string;
  value: PersonCondition;
  onChange: (condition: PersonCondition) => void;
  /** How deep it stands within others. */
  depth?: number;
}

interface Group {
  join: 'all' | 'either';
  parts: PersonCondition[];
}

function groupOf(condition: PersonCondition): Group {
  if ('all' in condition) return { join: 'all', parts: condition.all };
  if ('either' in condition) return { join: 'either', parts: condition.either };
  return { join: 'all', parts: [condition] };
}

const conditionOf = ({ join, parts }: Group): PersonCondition =>
  join === 'all' ? { all: parts } : { either: parts };

/** Who, as a list of conditions that can hold further lists. */
export function PeopleEditor({ app, value, onChange, depth = 0 }: PeopleEditorProps) {
  const words = useWords(app);
  const group = groupOf(value);
  const set = (change: Partial<Group>) => {
    const next = { ...group, ...change };
    onChange(next.parts.length === 0 && depth === 0 ? EVERYONE : conditionOf(next));
  };
  const add = (part: PersonCondition) => set({ parts: [...group.parts, part] });
  const first = words.segments[0];
  return (
    <Column
      {...(depth > 0 ? { role: 'group', 'aria-label': 'Group of conditions' } : {})}
      sx={
        depth > 0
          ? { flex: 1, gap: 2, borderLeft: '2px solid', borderColor: 'divider', p: '4px 0 4px 10px' }
          : {}
      }
    >
      {group.parts.length > 1 && (
        <Pick
          label="Users for whom"
          value={group.join}
          options={JOINS}
          onChange={(join) => set({ join })}
          width={210}
        />
      )}
      {group.parts.map((part, at) => (
        <Part
          key={at}
          app={app}
          part={part}
          depth={depth}
          onChange={(next) => set({ parts: group.parts.map((each, index) => (index === at ? next : each)) })}
          onRemove={() => set({ parts: group.parts.filter((_, index) => index !== at) })}
        />
      ))}
      {group.parts.length === 0 && <p className="second">All users. Add a condition:</p>}
      <Row>
        <Button variant="outlined" onClick={() => add({ property: '', is: [] })}>
          a property
        </Button>
        <Button variant="outlined" onClick={() => add({ did: { active: true }, atLeast: 1 })}>
          something they did
        </Button>
        {first && (
          <Button variant="outlined" onClick={() => add({ segment: first.id })}>
            a segment
          </Button>
        )}
        {depth < 3 && (
          <Button
            variant="outlined"
            onClick={() => add({ either: [{ property: '', is: [] }, { did: { active: true } }] })}
          >
            a group of conditions
          </Button>
        )}
      </Row>
    </Column>
  );
}

interface PartProps {
  app: string;
  part: PersonCondition;
  depth: number;
  onChange: (part: PersonCondition) => void;
  onRemove: () => void;
}

function Part({ app, part, depth, onChange, onRemove }: PartProps) {
  const negated = 'not' in part;
  const plain = negated ? part.not : part;
  const set = (next: PersonCondition) => onChange(negated ? { not: next } : next);
  return (
    <Fields>
      <Plain app={app} part={plain} depth={depth} onChange={set} />
      {(negated || !saysNo(plain)) && (
        <Pick
          label="It is"
          value={negated ? 'no' : 'yes'}
          options={HOLDS}
          onChange={(next) => onChange(next === 'no' ? { not: plain } : plain)}
          width={84}
        />
      )}
      <CrossButton aria-label="Remove this condition" onClick={onRemove} />
    </Fields>
  );
}

/** "Who did not do" has its no within. */
const saysNo = (part: PersonCondition) => 'did' in part && !('then' in part) && part.atMost === 0;

function Plain({ app, part, depth, onChange }: Omit<PartProps, 'onRemove'>) {
  const words = useWords(app);
  const names = useNames(app);
  if ('all' in part || 'either' in part)
    return <PeopleEditor app={app} value={part} onChange={onChange} depth={depth + 1} />;
  if ('segment' in part) {
    const options = words.segments.map(({ id, name }) => ({ value: String(id), name }));
    const known = options.some((option) => option.value === String(part.segment));
    return (
      <Pick
        label="In the segment"
        value={String(part.segment)}
        options={known ? options : [{ value: String(part.segment), name: 'removed segment' }, ...options]}
        onChange={(next) => onChange({ segment: Number(next) })}
        width={200}
      />
    );
  }
  if ('property' in part) {
    const { value, ...test } = part;
    return (
      <>
        <Pick
          label="Whose"
          value={value ?? 'LATEST'}
          options={WHICH}
          onChange={(next) => onChange({ ...test, ...(next === 'FIRST' ? { value: next } : {}) })}
          width={92}
        />
        <TestEditor
          app={app}
          test={test}
          onChange={(next) => onChange({ ...next, ...(value ? { value } : {}) })}
        />
      </>
    );
  }
  // Whom a room's answer counts is changed there; here it is said.
  if ('followed' in part)
    return (
      <Box component="span" sx={{ maxWidth: 420 }}>
        {sayPeople(part, names)}
      </Box>
    );
  if ('did' in part || 'firstDid' in part) return <DidEditor app={app} part={part} onChange={onChange} />;
  return <ByHand value={part} isIt={isPersonCondition} onChange={onChange} />;
}
