import Box from '@mui/material/Box';
import Autocomplete, { createFilterOptions } from '@mui/material/Autocomplete';
import TextField from '@mui/material/TextField';
import { useEventNames } from '../../api/catalogue';
import { useWords } from '../../api/words';
import type { What } from '../../words/conditions';

interface Choice {
  kind: string;
  name: string;
  subject: What['subject'];
}

const ANYTHING: Choice = { kind: '', name: 'any activity', subject: { active: true } };

const nameOf = (subject: What['subject'], shown: (name: string) => string): string => {
  if (!subject || 'property' in subject) return '';
  if ('behaviour' in subject) return subject.behaviour;
  if ('active' in subject) return ANYTHING.name;
  return [subject.event].flat().map(shown).join(' or ');
};

interface EventFieldProps {
  app: string;
  label: string;
  value: What['subject'];
  onChange: (subject: What['subject']) => void;
  autoFocus?: boolean;
  /** What is said of an event beside its name. */
  note?: (event: string) => string | undefined;
}

/** An event or a named behaviour. Hidden events are not offered. */
export function EventField({ app, label, value, onChange, autoFocus, note }: EventFieldProps) {
  const words = useWords(app);
  const events = useEventNames(app);
  const choices: Choice[] = [
    ANYTHING,
    ...words.behaviours.map((name) => ({ kind: 'Behaviours', name, subject: { behaviour: name } })),
    ...words.events
      .filter(({ name }) => !events.hidden(name))
      .map(({ name }) => ({ kind: 'Events', name: events.shown(name), subject: { event: name } })),
  ];
  const name = nameOf(value, events.shown);
  const chosen = choices.find((each) => each.name === name) ?? { kind: '', name, subject: value };
  return (
    <Autocomplete
      options={choices}
      value={chosen}
      filterOptions={byEitherName}
      groupBy={(each) => each.kind}
      getOptionLabel={(each) => each.name}
      renderOption={({ key, ...props }, each) => (
        <li key={key} {...props}>
          {each.name} <RealName of={each} /> <Note subject={each.subject} note={note} />
        </li>
      )}
      isOptionEqualToValue={(a, b) => a.name === b.name}
      onChange={(_, next) => onChange(next.subject)}
      disableClearable
      size="small"
      sx={{ minWidth: 200 }}
      renderInput={(params) => <TextField {...params} label={label} autoFocus={autoFocus} />}
    />
  );
}

const realName = ({ subject }: Choice) =>
  subject && 'event' in subject && typeof subject.event === 'string' ? subject.event : '';

/** An event that was given another name to be shown is found by both. */
const byEitherName = createFilterOptions<Choice>({
  stringify: (choice) => `${choice.name} ${realName(choice)}`,
});

function RealName({ of }: { of: Choice }) {
  const real = realName(of);
  return real === '' || real === of.name ? null : (
    <Box className="second" component="span" sx={{ ml: 'auto', pl: 4, whiteSpace: 'nowrap' }}>
      {real}
    </Box>
  );
}

function Note({ subject, note }: Pick<EventFieldProps, 'note'> & Pick<What, 'subject'>) {
  const event =
    subject && 'event' in subject && typeof subject.event === 'string' ? subject.event : undefined;
  const text = event === undefined ? undefined : note?.(event);
  return text === undefined ? null : (
    <Box className="second" component="span" sx={{ ml: 'auto', pl: 4, whiteSpace: 'nowrap' }}>
      {text}
    </Box>
  );
}

interface PropertyFieldProps {
  app: string;
  label: string;
  value: string;
  onChange: (property: string) => void;
  /** Only those with numbers. */
  numbers?: boolean;
  autoFocus?: boolean;
}

/** A property that was received. */
export function PropertyField({ app, label, value, onChange, numbers, autoFocus }: PropertyFieldProps) {
  const words = useWords(app);
  const names = words.properties.filter((each) => !numbers || each.numbers).map((each) => each.name);
  return (
    <Autocomplete
      options={names.includes(value) || value === '' ? names : [value, ...names]}
      value={value === '' ? undefined : value}
      onChange={(_, next) => onChange(next)}
      disableClearable
      size="small"
      sx={{ minWidth: 150 }}
      renderInput={(params) => <TextField {...params} label={label} autoFocus={autoFocus} />}
    />
  );
}
