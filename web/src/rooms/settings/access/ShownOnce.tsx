import Box from '@mui/material/Box';
import { TextButton } from '../../../kit/buttons';
/** A secret that was just made and is not kept anywhere as it stands here. */
export function ShownOnce({ what, secret }: { what: string; secret: string }) {
  return (
    <Box
      className="shown-once"
      component="p"
      sx={{
        border: 1,
        borderColor: 'var(--release)',
        p: '8px 12px',
        maxWidth: 720,
        '& code': { fontSize: 14, userSelect: 'all' },
      }}
      role="status"
    >
      {what}: <code>{secret}</code>{' '}
      <TextButton onClick={() => void navigator.clipboard.writeText(secret)}>Copy</TextButton>
      <br />
      <span className="second">It is shown only once. Copy it now.</span>
    </Box>
  );
}
