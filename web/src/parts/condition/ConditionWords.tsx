import { Editor } from '../../kit/layout';
import { useNames, usePeopleCount } from '../../api/words';
import { EVERYONE, isEveryone, sayUsers, type PersonCondition } from '../../words/conditions';
import { isUnfinished } from '../../words/unfinished';
import { count, share } from '../../words/numbers';
import { Word } from '../sentence/Sentence';
import { Incomplete } from './Incomplete';
import { PeopleEditor } from './PeopleEditor';
import { useDraft } from './useDraft';
import { TextButton } from '../../kit/buttons';

interface AmongWordProps {
  app: string;
  label: string;
  value: PersonCondition;
  onChange: (condition: PersonCondition) => void;
}

/** The people a question is about: a word that opens their editor, with how many they are. */
export function AmongWord({ app, label, value, onChange }: AmongWordProps) {
  const names = useNames(app);
  return (
    <Word label={label} text={sayUsers(value, names)}>
      {() => <AmongSheet app={app} value={value} onChange={onChange} />}
    </Word>
  );
}

function AmongSheet({ app, value, onChange }: Omit<AmongWordProps, 'label'>) {
  const [among, change] = useDraft(value, onChange);
  return (
    <Editor sx={{ display: 'block' }}>
      <PeopleEditor app={app} value={among} onChange={change} />
      <HowMany app={app} among={among} />
      {!isEveryone(among) && <TextButton onClick={() => change(EVERYONE)}>Clear filter</TextButton>}
    </Editor>
  );
}

/** "1,234 users, 4.1% of all", as the condition is changed. */
export function HowMany({ app, among }: { app: string; among: PersonCondition }) {
  const incomplete = isUnfinished(among);
  const answer = usePeopleCount(app, incomplete ? undefined : among);
  if (incomplete) return <Incomplete of={among} />;
  if (answer.isError) return <p className="fall">{answer.error.message}</p>;
  const view = answer.data?.answer;
  return (
    <p className="second" role="status">
      {view
        ? `${count(view.people)} users, ${view.all > 0 ? share(view.people / view.all) : 'none'} of all`
        : 'Counting …'}
    </p>
  );
}
