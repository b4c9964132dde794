import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { useChannels, useSaveRules, type ChannelsView, type RuleEntry } from '../../../api/channels';
import type { AppView } from '../../../api/queries';
import { useValues, useWords } from '../../../api/words';
import { plural } from '../../../words/numbers';
import { ChannelCosts } from './ChannelCosts';
import { TextButton } from '../../../kit/buttons';
import { Select } from '../../../kit/fields';

type Kind = RuleEntry['kind'];

const PROPERTIES: Record<Kind, string[]> = {
  TAG: ['campaign', 'source', 'medium'],
  REFERRER: ['referrer'],
};

const TESTS: Record<RuleEntry['test'], string> = { IS: 'is', CONTAINS: 'contains', MATCHES: 'matches' };

const fresh = (kind: Kind): RuleEntry => ({
  kind,
  property: PROPERTIES[kind][0] ?? '',
  test: 'CONTAINS',
  value: '',
  channel: '',
});

/** People by the rule that decided how they came. */
function usePeopleByRule(app: string): (said: string) => number | undefined {
  const known = useWords(app).properties.some((property) => property.name === 'arrival_rule');
  const groups = useValues(app, known ? 'arrival_rule' : '', 'FIRST').data?.answer.groups;
  return (said) => groups && (groups.find((group) => group.value === said)?.people ?? 0);
}

/** By which channel people came: tags first, then the channel as it was sent, then referrers. */
export function ChannelRules({ app, mayChange }: { app: AppView; mayChange: boolean }) {
  const channels = useChannels(app.key);
  if (channels.isError) return <p className="fall">{channels.error.message}</p>;
  if (!channels.data) return null;
  return (
    <>
      <h1 className="serif">Acquisition channels</h1>
      <p className="second">
        A user belongs to the first known channel. Tags name it; a referrer is only an indication. The channel
        and the rule that decided are the properties arrival_channel and arrival_rule in every room.
      </p>
      <Rules app={app} view={channels.data} mayChange={mayChange} />
      <ChannelCosts app={app} costs={channels.data.costs} mayChange={mayChange} />
    </>
  );
}

interface RulesProps {
  app: AppView;
  view: ChannelsView;
  mayChange: boolean;
}

function Rules({ app, view, mayChange }: RulesProps) {
  const people = usePeopleByRule(app.key);
  const save = useSaveRules(app.key);
  const [draft, setDraft] = useState<RuleEntry[]>();
  const rules = draft ?? view.rules.map((each) => each.rule);
  const change = (next: RuleEntry[]) => {
    save.reset();
    setDraft(next);
  };
  const list = (kind: Kind) => (
    <RuleRows
      kind={kind}
      rules={rules}
      mayChange={mayChange}
      onChange={change}
      people={(rule) => {
        const saved = view.rules.find((each) => JSON.stringify(each.rule) === JSON.stringify(rule));
        return saved && people(saved.said);
      }}
    />
  );
  const sent = people('channel as sent');
  return (
    <Box
      className="channel-rules"
      component="form"
      sx={{
        '& h2 .second': { fontSize: 13, fontWeight: 400 },
        '& ol': { m: 0, pl: 5.5 },
        '& li': { py: '3px' },
        '& li > *': { mr: 2.5, verticalAlign: 'baseline' },
      }}
      onSubmit={(event) => {
        event.preventDefault();
        save.mutate(rules, { onSuccess: () => setDraft(undefined) });
      }}
    >
      <h2 className="serif">By tags (first match)</h2>
      {list('TAG')}
      <h2 className="serif">
        Otherwise: the channel as sent
        {sent !== undefined && <span className="second"> {plural(sent, 'user')}</span>}
      </h2>
      <h2 className="serif">Otherwise: by referrer (first match)</h2>
      {list('REFERRER')}
      {draft && (
        <p>
          <Button type="submit" variant="contained" disabled={save.isPending}>
            Save
          </Button>{' '}
          <Button onClick={() => change(view.rules.map((each) => each.rule))}>Cancel</Button>
        </p>
      )}
      {save.error && (
        <p className="fall" role="alert">
          {save.error.message}
        </p>
      )}
    </Box>
  );
}

interface RuleRowsProps {
  kind: Kind;
  rules: RuleEntry[];
  mayChange: boolean;
  onChange: (rules: RuleEntry[]) => void;
  people: (rule: RuleEntry) => number | undefined;
}

/** The rules of one sort; their places are those among all. */
function RuleRows({ kind, rules, mayChange, onChange, people }: RuleRowsProps) {
  const places = rules.flatMap((rule, place) => (rule.kind === kind ? [place] : []));
  const swap = (a: number, b: number) =>
    rules.map((rule, at) => (at === a ? (rules[b] ?? rule) : at === b ? (rules[a] ?? rule) : rule));
  return (
    <>
      {places.length === 0 && <p>No rules.</p>}
      <ol>
        {places.map((place, at) => {
          const rule = rules[place] ?? fresh(kind);
          const came = people(rule);
          const before = places[at - 1];
          return (
            <li key={place}>
              <Rule
                rule={rule}
                number={at + 1}
                mayChange={mayChange}
                onChange={(changed) => onChange(rules.map((each, i) => (i === place ? changed : each)))}
              />
              <span className="second">{came === undefined ? 'not saved yet' : plural(came, 'user')}</span>
              {mayChange && before !== undefined && (
                <TextButton onClick={() => onChange(swap(place, before))}>Up</TextButton>
              )}
              {mayChange && (
                <TextButton onClick={() => onChange(rules.filter((_, i) => i !== place))}>Remove</TextButton>
              )}
            </li>
          );
        })}
      </ol>
      {mayChange && (
        <p>
          <Button onClick={() => onChange([...rules, fresh(kind)])}>
            {kind === 'TAG' ? 'Add a rule by tags' : 'Add a rule by referrer'}
          </Button>
        </p>
      )}
    </>
  );
}

/** The tags by their own names. */
const TAGS = Object.fromEntries(PROPERTIES.TAG.map((property) => [property, property]));

interface RuleProps {
  rule: RuleEntry;
  number: number;
  mayChange: boolean;
  onChange: (rule: RuleEntry) => void;
}

function Rule({ rule, number, mayChange, onChange }: RuleProps) {
  if (!mayChange) {
    return (
      <span>
        {rule.property} {TESTS[rule.test]} “{rule.value}”: {rule.channel}
      </span>
    );
  }
  return (
    <>
      {rule.kind === 'TAG' ? (
        <Select
          label={`Tag of rule ${number}`}
          value={rule.property}
          options={TAGS}
          onChange={(property) => onChange({ ...rule, property })}
        />
      ) : (
        <span>referrer</span>
      )}
      <Select
        label={`Comparison of rule ${number}`}
        value={rule.test}
        options={TESTS}
        onChange={(test) => onChange({ ...rule, test })}
      />
      <TextField
        label="Value"
        required
        value={rule.value}
        onChange={(event) => onChange({ ...rule, value: event.target.value })}
      />
      <TextField
        label="Channel"
        required
        value={rule.channel}
        onChange={(event) => onChange({ ...rule, channel: event.target.value })}
      />
    </>
  );
}
