import Button from '@mui/material/Button';
import { useState } from 'react';
import { useSaveSegment, type SegmentView } from '../../api/segments';
import { useNames, usePeopleCount } from '../../api/words';
import { HowMany } from '../../frame/condition/ConditionWords';
import { PeopleEditor } from '../../frame/condition/PeopleEditor';
import { Pick } from '../../frame/condition/Pick';
import { NamedFields } from '../../frame/named/NamedFields';
import { EVERYONE, isEveryone, sayPeople, type PersonCondition } from '../../words/conditions';
import { count, share } from '../../words/numbers';

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
  { value: 'living', name: 'living: whoever it holds for, each time it is asked' },
  { value: 'fixed', name: 'fixed: the people it holds for now, as a list' },
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
    <form
      className="stacked-form segment-form"
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
        <p className="second">A list of people stays as it was found. {segment.origin}</p>
      ) : (
        <>
          <p className="serif segment-sentence">
            {isEveryone(rule) ? 'Everyone' : `People ${sayPeople(rule, names)}`}.
          </p>
          <PeopleEditor app={app} value={rule} onChange={setRule} />
          <HowMany app={app} among={rule} />
          <Overlap app={app} rule={rule} others={others.filter((other) => other.id !== segment?.id)} />
        </>
      )}
      {!segment && <Pick label="Kind" value={kind} options={KINDS} onChange={setKind} width={340} />}
      <div className="condition-adds">
        <Button type="submit" variant="contained" disabled={save.isPending || !words.name.trim()}>
          {segment ? 'Change it' : 'Make it'}
        </Button>
        <Button onClick={onDone}>Leave it</Button>
      </div>
      {save.error && (
        <p className="fall" role="alert">
          {save.error.message}
        </p>
      )}
    </form>
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
    <div className="condition-line">
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
        <span className="condition-word">
          {count(both)} of these {count(mine)} people{mine > 0 ? `, ${share(both / mine)},` : ''} are in
          &ldquo;{chosen.name}&rdquo; too.
        </span>
      )}
    </div>
  );
}
