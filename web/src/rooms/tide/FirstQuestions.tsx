import { IN_SMALL } from '../../kit/windows';
import { Row } from '../../kit/layout';
import { useState } from 'react';
import { Link } from 'react-router';
import { amongParam } from '../../model/question';
import { CrossButton } from '../../kit/buttons';

const CLOSED = 'coldtide-first-questions-closed';

/** Users who joined in the last 28 days, as a filter in the address. */
const NEW_USERS = amongParam({ firstDid: { all: [] }, when: { lastDays: 28 } }) ?? '';

const QUESTIONS = [
  { room: 'retention', text: 'How many of our new users come back?' },
  { room: `funnels?among=${encodeURIComponent(NEW_USERS)}`, text: 'Where do new users drop off?' },
  { room: 'releases', text: 'What changed after the last release?' },
] as const;

const LOOK = {
  gap: '4px 20px',
  p: '2px 16px 8px',
  // One line that scrolls in small windows.
  [IN_SMALL]: {
    flexWrap: 'nowrap',
    overflowX: 'auto',
    whiteSpace: 'nowrap',
    '& > .second': { display: 'none' },
  },
};

/** Three questions for a first visit. Closed once, they do not come back in this browser. */
export function FirstQuestions({ app }: { app: string }) {
  const [isClosed, setIsClosed] = useState(() => localStorage.getItem(CLOSED) !== null);
  if (isClosed) return null;
  const close = () => {
    localStorage.setItem(CLOSED, 'yes');
    setIsClosed(true);
  };
  return (
    <Row as="nav" sx={LOOK} aria-label="First questions">
      <span className="second">New here? Start with a question:</span>
      {QUESTIONS.map(({ room, text }) => (
        <Link key={room} to={`/a/${app}/${room}`}>
          {text}
        </Link>
      ))}
      <CrossButton sx={{ ml: 'auto' }} aria-label="Close the first questions" onClick={close} />
    </Row>
  );
}
