import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { Link } from 'react-router';
import { useWatch, type WatchedEntry } from '../api/watched';
import { Pick } from './condition/Pick';
import './condition/condition.css';

const WORSE = [
  { value: 'falls', name: 'when it falls' },
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
        &ldquo;{name.trim()}&rdquo; is watched by the day from now on:{' '}
        <Link to={`/a/${app}/settings?part=watched`}>how it stands</Link>.{' '}
        <button className="word" onClick={onDone}>
          Good
        </button>
      </p>
    );
  return (
    <form
      className="stacked-form"
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
      <TextField label="Under the name" value={name} onChange={(event) => setTyped(event.target.value)} />
      {asksWorse && <Pick label="Tell" value={worse} options={WORSE} onChange={setWorse} width={160} />}
      <div className="condition-adds">
        <Button type="submit" variant="contained" disabled={watch.isPending || !name.trim()}>
          Watch it
        </Button>
        <Button onClick={onDone}>Leave it</Button>
      </div>
      {watch.error && (
        <p className="fall" role="alert">
          {watch.error.message}
        </p>
      )}
    </form>
  );
}
