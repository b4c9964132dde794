import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';

const KEYS = [
  ['Ctrl K', 'Find a room, a release or a figure'],
  ['.  and  ,', 'Next and previous changeable word of the sentence'],
  ['Alt ← and Alt →', 'Shift the range by its own length'],
  ['← and →', 'On the rail’s frame: move it by a day; with Shift, move its end'],
  ['X', 'Save the table as CSV'],
  ['E', 'Keep the answer as evidence'],
  ['Arrows and Enter', 'In a triangle: go from cell to cell, and take the people of one'],
  ['?', 'These keys'],
] as const;

export default function KeysHelp({ onClose }: { onClose: () => void }) {
  return (
    <Dialog open onClose={onClose}>
      <DialogTitle className="serif">Keys</DialogTitle>
      <DialogContent>
        <table className="ruled">
          <tbody>
            {KEYS.map(([key, does]) => (
              <tr key={key}>
                <td>
                  <b>{key}</b>
                </td>
                <td>{does}</td>
              </tr>
            ))}
          </tbody>
        </table>
      </DialogContent>
      <DialogActions>
        <Button onClick={onClose}>Close</Button>
      </DialogActions>
    </Dialog>
  );
}
