import Button from '@mui/material/Button';
import { useState } from 'react';
import { useActivityPreview, useChangeActivity, type RecordedEvent } from '../../api/catalogue';
import type { AppView } from '../../api/queries';
import { change, count } from '../../words/numbers';
import { rangeWords } from '../../words/dates';

interface ActivityProps {
  app: AppView;
  event: RecordedEvent;
}

/** Whether an event counts as activity, and the change of it: first what it would do, then doing it. */
export function Activity({ app, event }: ActivityProps) {
  const [asking, setAsking] = useState(false);
  const counts = !event.activity;
  return (
    <div className="activity">
      <p>
        {event.activity ? 'Who does this is active.' : 'This is passive: nobody is active by it.'}{' '}
        {!asking && (
          <button className="word" onClick={() => setAsking(true)}>
            {counts ? 'Count it as activity' : 'No longer count it as activity'}
          </button>
        )}
      </p>
      {asking && <Preview app={app} event={event.name} counts={counts} onDone={() => setAsking(false)} />}
    </div>
  );
}

interface PreviewProps {
  app: AppView;
  event: string;
  counts: boolean;
  onDone: () => void;
}

function Preview({ app, event, counts, onDone }: PreviewProps) {
  const preview = useActivityPreview(app.key, { event, counts });
  const counting = useChangeActivity(app.key);
  const fault = preview.error ?? counting.error;
  const answer = preview.data?.answer;
  return (
    <>
      {answer && (
        <p>
          Active people a day would go from <b>{count(answer.before)}</b> to <b>{count(answer.after)}</b> (
          {change(answer.after, answer.before, 'COUNT')}; mean of {rangeWords(answer.days)}). Active people,
          sessions, retention and all that rests on them are counted anew for the whole past. It is written
          down who did it.
        </p>
      )}
      {!answer && !fault && <p className="second">Counting what it would change …</p>}
      {fault && (
        <p className="fall" role="alert">
          {fault.message}
        </p>
      )}
      <Button
        variant="contained"
        disabled={!answer || counting.isPending}
        onClick={() => counting.mutate({ event, counts }, { onSuccess: onDone })}
      >
        {counting.isPending ? 'Counting anew …' : 'Count anew'}
      </Button>{' '}
      <Button disabled={counting.isPending} onClick={onDone}>
        Leave it
      </Button>
    </>
  );
}
