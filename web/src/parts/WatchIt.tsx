import { Column, Row } from '../kit/layout';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { Link } from 'react-router';
import { useWatch, type WatchedEntry } from '../api/watched';
import { Pick } from './condition/Pick';
import { TextButton } from '../kit/buttons';

const WORSE = [
  { value: 'falls', name: 'when it drops' },
  { value: 'rises', name: 'when it rises' },
] as const;

/** One of what can be watched here. */
export interface Watchable {
  /** Different for different ones. */
  key: string;
  title: string;
  /** Under which it is watched if nothing else is typed. */
  name: string;
  question: WatchedEntry['question'];
}

interface WatchItProps {
  app: string;
  /** At least one. */
  choices: Watchable[];
  /** Of figures each knows by itself which way is worse. */
  asksWorse: boolean;
  about: string;
  onDone: () => void;
}

/** Has something watched under a name, so that a fall of it is found like one of the headline figures. */
export function WatchIt({ app, choices, asksWorse, about, onDone }: WatchItProps) {
  const [typed, setTyped] = useState<string>();
  const [key, setKey] = useState(choices[0]?.key ?? '');
  const [worse, setWorse] = useState<'falls' | 'rises'>('falls');
  const watch = useWatch(app);
  const chosen = choices.find((each) => each.key === key) ?? choices[0];
  if (!chosen) return null;
  const name = typed ?? chosen.name;
  if (watch.isSuccess)
    return (
      <p role="status">
        &ldquo;{name.trim()}&rdquo; is now monitored daily:{' '}
        <Link to={`/a/${app}/settings?part=watched`}>see its state</Link>.{' '}
        <TextButton onClick={onDone}>OK</TextButton>
      </p>
    );
  return (
    <Column
      as="form"
      sx={{ mb: 4, '& > p': { m: 0 } }}
      onSubmit={(event) => {
        event.preventDefault();
        watch.mutate({ name: name.trim(), isWorseAbove: worse === 'rises', question: chosen.question });
      }}
    >
      <p className="second">{about}</p>
      {choices.length > 1 && (
        <Pick
          label="Watch"
          value={chosen.key}
          options={choices.map((each) => ({ value: each.key, name: each.title }))}
          onChange={setKey}
          width={220}
        />
      )}
      <TextField label="Name" value={name} onChange={(event) => setTyped(event.target.value)} />
      {asksWorse && <Pick label="Notify" value={worse} options={WORSE} onChange={setWorse} width={160} />}
      <Row>
        <Button type="submit" variant="contained" disabled={watch.isPending || !name.trim()}>
          Create monitor
        </Button>
        <Button onClick={onDone}>Cancel</Button>
      </Row>
      {watch.error && (
        <p className="fall" role="alert">
          {watch.error.message}
        </p>
      )}
    </Column>
  );
}
