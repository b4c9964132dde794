import Box from '@mui/material/Box';
import { Column, Fields, Row } from '../../kit/layout';
import Button from '@mui/material/Button';
import { useState } from 'react';
import { useSaveSegment, type SegmentView } from '../../api/segments';
import { useNames, usePeopleCount } from '../../api/words';
import { HowMany } from '../../parts/condition/ConditionWords';
import { PeopleEditor } from '../../parts/condition/PeopleEditor';
import { Pick } from '../../parts/condition/Pick';
import { NamedFields } from '../../parts/named/NamedFields';
import { EVERYONE, isEveryone, sayPeople, type PersonCondition } from '../../words/conditions';
import { count, share } from '../../words/numbers';
import { sayOrigin } from '../../words/origin';

interface SegmentFormProps {
  app: string;
  /** Undefined for a new one. */
  segment: SegmentView | undefined;
  /** Where another room wants some people named. */
  among: PersonCondition | undefined;
  others: SegmentView[];
  onDone: () => void;
}

const KINDS = [
  { value: 'living', name: 'dynamic: a rule, evaluated each time' },
  { value: 'fixed', name: 'fixed: a list of the users now' },
] as const;

/** Name and rule of a segment, with how many it holds as it is changed, and how many another holds too. */
export function SegmentForm({ app, segment, among, others, onDone }: SegmentFormProps) {
  const [words, setWords] = useState({
    name: segment?.name ?? '',
    description: segment?.description ?? '',
    owner: segment?.owner ?? '',
  });
  const [rule, setRule] = useState<PersonCondition>(segment?.among ?? among ?? EVERYONE);
  const [kind, setKind] = useState<'living' | 'fixed'>('living');
  const save = useSaveSegment(app);
  const names = useNames(app);
  const isList = segment?.fixed === true;
  return (
    <Column
      className="segment-form"
      as="form"
      sx={{ mb: 4, '& > p': { m: 0 }, borderTop: 1, borderBottom: 1, borderColor: 'text.secondary', py: 3 }}
      onSubmit={(event) => {
        event.preventDefault();
        save.mutate(
          {
            id: segment?.id,
            ...words,
            among: isList ? null : rule,
            fixed: segment ? segment.fixed : kind === 'fixed',
          },
          { onSuccess: onDone },
        );
      }}
    >
      <NamedFields value={words} renamed onChange={(part) => setWords({ ...words, ...part })} />
      {isList ? (
        <p className="second">The list of users cannot be changed. {sayOrigin(segment.origin, names)}</p>
      ) : (
        <>
          <Box className="serif segment-sentence" component="p" sx={{ fontSize: 17, m: 0 }}>
            {isEveryone(rule) ? 'All users' : `Users ${sayPeople(rule, names)}`}.
          </Box>
          <PeopleEditor app={app} value={rule} onChange={setRule} />
          <HowMany app={app} among={rule} />
          <Overlap app={app} rule={rule} others={others.filter((other) => other.id !== segment?.id)} />
        </>
      )}
      {!segment && <Pick label="Kind" value={kind} options={KINDS} onChange={setKind} width={340} />}
      <Row>
        <Button type="submit" variant="contained" disabled={save.isPending || !words.name.trim()}>
          {segment ? 'Save' : 'Create'}
        </Button>
        <Button onClick={onDone}>Cancel</Button>
      </Row>
      {save.error && (
        <p className="fall" role="alert">
          {save.error.message}
        </p>
      )}
    </Column>
  );
}

interface OverlapProps {
  app: string;
  rule: PersonCondition;
  others: SegmentView[];
}

/** How many of these people another segment holds too. */
function Overlap({ app, rule, others }: OverlapProps) {
  const [other, setOther] = useState('');
  const chosen = others.find((each) => String(each.id) === other);
  const mine = usePeopleCount(app, rule).data?.answer.people;
  const both = usePeopleCount(app, chosen ? { all: [rule, { segment: chosen.id }] } : undefined).data?.answer
    .people;
  if (others.length === 0) return null;
  return (
    <Fields>
      <Pick
        label="Overlap with"
        value={other}
        options={[
          { value: '', name: 'no other' },
          ...others.map((each) => ({ value: String(each.id), name: each.name })),
        ]}
        onChange={setOther}
        width={180}
      />
      {chosen && both !== undefined && mine !== undefined && (
        <Box component="span" sx={{ pt: 2, color: 'text.secondary' }}>
          {count(both)} of these {count(mine)} users{mine > 0 ? `, ${share(both / mine)},` : ''} are also in
          &ldquo;{chosen.name}&rdquo;.
        </Box>
      )}
    </Fields>
  );
}
