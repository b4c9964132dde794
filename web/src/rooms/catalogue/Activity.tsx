import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useState } from 'react';
import { useActivityPreview, useChangeActivity, type RecordedEvent } from '../../api/catalogue';
import type { AppView } from '../../api/queries';
import { change, count } from '../../words/numbers';
import { rangeWords } from '../../words/dates';
import { TextButton } from '../../kit/buttons';

interface ActivityProps {
  app: AppView;
  event: RecordedEvent;
}

/** Whether an event counts as activity, and the change of it: first what it would do, then doing it. */
export function Activity({ app, event }: ActivityProps) {
  const [asking, setAsking] = useState(false);
  const counts = !event.activity;
  return (
    <Box className="activity" sx={{ mt: 3, borderTop: 1, borderColor: 'divider', pt: 2 }}>
      <p>
        {event.activity
          ? 'This event counts as activity.'
          : 'Passive: this event does not count as activity.'}{' '}
        {!asking && (
          <TextButton onClick={() => setAsking(true)}>
            {counts ? 'Count it as activity' : 'No longer count it as activity'}
          </TextButton>
        )}
      </p>
      {asking && <Preview app={app} event={event.name} counts={counts} onDone={() => setAsking(false)} />}
    </Box>
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
          Active users per day would go from <b>{count(answer.before)}</b> to <b>{count(answer.after)}</b> (
          {change(answer.after, answer.before, 'COUNT')}; average of {rangeWords(answer.days)}). Active users,
          sessions, retention and everything based on them are recalculated for all past data. The audit log
          records this change.
        </p>
      )}
      {!answer && !fault && <p className="second">Calculating the effect …</p>}
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
        {counting.isPending ? 'Recalculating …' : 'Recalculate'}
      </Button>{' '}
      <Button disabled={counting.isPending} onClick={onDone}>
        Cancel
      </Button>
    </>
  );
}
