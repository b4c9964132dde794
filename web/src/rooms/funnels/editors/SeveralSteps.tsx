import Box from '@mui/material/Box';
import { Editor, Row } from '../../../kit/layout';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { useEventNames } from '../../../api/catalogue';
import type { RecordedEvent } from '../../../api/catalogue';
import { count, plural } from '../../../words/numbers';
import { MOST_STEPS, type Step } from '../question';
import { matching } from './pattern';

/** How many matches are listed. */
const LISTED = 12;

interface SeveralStepsProps {
  app: string;
  events: RecordedEvent[];
  /** How many steps there are already. */
  steps: number;
  onAdd: (steps: Step[]) => void;
}

/** Several events at once by a pattern on their names: as steps one after another, or as one step whichever of them it is. */
export function SeveralSteps({ app, events, steps, onAdd }: SeveralStepsProps) {
  const [pattern, setPattern] = useState('');
  const names = useEventNames(app);
  const found = matching(
    events.filter(({ name }) => !names.hidden(name)),
    pattern,
  );
  const whats = found.map(({ name }) => ({ event: name }));
  const room = MOST_STEPS - steps;
  return (
    <Editor>
      <TextField
        label="Name pattern"
        helperText="Part of a name, or a pattern like level_* or *_finished"
        size="small"
        autoFocus
        value={pattern}
        onChange={(event) => setPattern(event.target.value)}
      />
      {pattern.trim() !== '' && (
        <Box className="several-names" component="ul" sx={{ m: 0, pl: 4 }}>
          {found.length === 0 && <li className="second">No event matches.</li>}
          {found.slice(0, LISTED).map((event) => (
            <li key={event.name}>
              {names.shown(event.name)} <span className="second">{plural(event.people, 'user')}</span>
            </li>
          ))}
          {found.length > LISTED && <li className="second">and {count(found.length - LISTED)} more</li>}
        </Box>
      )}
      <Row>
        <Button
          variant="outlined"
          disabled={found.length === 0 || found.length > room}
          onClick={() => onAdd(whats.map((what) => ({ what })))}
        >
          As separate steps
        </Button>
        <Button
          variant="outlined"
          disabled={found.length === 0}
          onClick={() => onAdd([{ what: { event: found.map(({ name }) => name) }, name: pattern.trim() }])}
        >
          As one step (any of them)
        </Button>
      </Row>
      {found.length > room && (
        <span className="second">
          A funnel has at most {MOST_STEPS} steps; you can add {room}.
        </span>
      )}
    </Editor>
  );
}
