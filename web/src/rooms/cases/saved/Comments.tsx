import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { useComment, type CaseView } from '../../../api/cases';
import type { AppView } from '../../../api/queries';
import { instantIn } from '../../../words/dates';

interface CommentsProps {
  app: AppView;
  kept: CaseView;
  mayWrite: boolean;
}

/** What people say to a case, the oldest first. */
export function Comments({ app, kept, mayWrite }: CommentsProps) {
  const [text, setText] = useState('');
  const comment = useComment(app.key, kept.id);
  return (
    <Box className="case-comments" component="section" sx={{ maxWidth: 640 }} aria-label="Comments">
      <h2>Comments</h2>
      {kept.comments.length === 0 && <p className="second">No comments yet.</p>}
      {kept.comments.map((each) => (
        <p key={each.id}>
          <b>{each.writtenBy}</b> <span className="second">{instantIn(each.written, app.zone)}</span>
          <br />
          {each.text}
        </p>
      ))}
      {mayWrite && (
        <form
          onSubmit={(event) => {
            event.preventDefault();
            comment.mutate(text, { onSuccess: () => setText('') });
          }}
        >
          <TextField
            label="Add a comment"
            value={text}
            onChange={(event) => setText(event.target.value)}
            slotProps={{ htmlInput: { maxLength: 4_000 } }}
            multiline
            fullWidth
          />
          <Button type="submit" disabled={comment.isPending || text.trim() === ''}>
            Add
          </Button>
          {comment.isError && (
            <p className="fall" role="alert">
              {comment.error.message}
            </p>
          )}
        </form>
      )}
    </Box>
  );
}
