import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import { styled } from '@mui/material/styles';
import { useState } from 'react';
import { Link } from 'react-router';
import { TextButton } from '../kit/buttons';
import { Check } from '../kit/fields';
import { Table } from '../kit/Table';
import { questionAddress, type Room } from '../model/rooms';
import Definition from './Definition';
import { lettersAreOn, setLetters } from '../model/letters';

const KEYS = [
  ['Ctrl K', 'Find a room, an event, a segment, a setting or a term'],
  ['.  and  ,', 'Next and previous changeable word of the sentence'],
  ['Alt ← and Alt →', 'Shift the range by its own length'],
  ['← and →', 'On the rail’s frame: move it by a day; with Shift, move its end'],
  ['Arrows and Enter', 'On the rail’s releases and drops: move between them, and open one'],
  ['X', 'Export CSV'],
  ['E', 'Keep as evidence'],
  ['Arrows and Enter', 'In a triangle or a level map: move between cells, and open one'],
  ['?', 'This help'],
] as const;

const Body = styled(DialogContent)({
  '& h3': { margin: '14px 0 4px', fontSize: 13, fontWeight: 600, color: 'var(--ink2)' },
  '& ul': { margin: 0, padding: 0, listStyle: 'none' },
  '& li': { margin: '4px 0' },
  '& .terms': { display: 'flex', flexWrap: 'wrap', gap: '4px 14px' },
  '& .term-sheet': { marginTop: 8, padding: '6px 12px', borderLeft: '2px solid var(--deep)', minHeight: 60 },
  '& .term-sheet p': { margin: '0 0 4px' },
});

interface RoomHelpProps {
  app: string;
  room: Room;
  onClose: () => void;
}

/** What a room answers, three questions to start with, its terms, and the keys. */
export default function RoomHelp({ app, room, onClose }: RoomHelpProps) {
  const [term, setTerm] = useState<string>();
  const [letters, setLettersHere] = useState(lettersAreOn);
  return (
    <Dialog open onClose={onClose} aria-labelledby="room-help" maxWidth="sm" fullWidth>
      <DialogTitle className="serif" id="room-help">
        {room.name}: {room.subtitle.toLowerCase()}
      </DialogTitle>
      <Body>
        <h3>Questions to start with</h3>
        <ul>
          {room.questions.map((question) => (
            <li key={question.text}>
              <Link to={questionAddress(app, room.path, question)} onClick={onClose}>
                {question.text}
              </Link>
            </li>
          ))}
        </ul>
        <h3>Terms</h3>
        <div className="terms">
          {room.terms.map((each) => (
            <TextButton
              key={each}
              aria-expanded={each === term}
              onClick={() => setTerm(each === term ? undefined : each)}
            >
              {each}
            </TextButton>
          ))}
        </div>
        {term && (
          <div className="term-sheet" role="status">
            <b>{term}</b>
            <Definition term={term} />
          </div>
        )}
        <h3>Keys</h3>
        <Table className="ruled">
          <tbody>
            {KEYS.map(([key, does]) => (
              <tr key={does}>
                <td>
                  <b>{key}</b>
                </td>
                <td>{does}</td>
              </tr>
            ))}
          </tbody>
        </Table>
        <p>
          <Check
            label="Single keys without Ctrl or Alt do something"
            checked={letters}
            onChange={(on) => {
              setLetters(on);
              setLettersHere(on);
            }}
          />
        </p>
      </Body>
      <DialogActions>
        <Button onClick={onClose}>Close</Button>
      </DialogActions>
    </Dialog>
  );
}
