import Box from '@mui/material/Box';
import type { TimesView } from '../../../api/funnel';
import { Word } from '../../../parts/sentence/Sentence';
import { count, duration, share } from '../../../words/numbers';
import { Table } from '../../../kit/Table';

const HOUR = 3600;
const DAY = 24 * HOUR;

/** "2 min 31 s", "5 h", "2.3 days". */
export function took(millis: number): string {
  const seconds = millis / 1000;
  if (seconds >= DAY) return `${(seconds / DAY).toFixed(1)} days`;
  return duration(seconds);
}

/** "10 s", "1 h", "3 days": a bound, without what is nothing. */
function boundWords(millis: number): string {
  const seconds = millis / 1000;
  if (seconds >= DAY) return seconds === DAY ? '1 day' : `${seconds / DAY} days`;
  if (seconds >= HOUR) return `${seconds / HOUR} h`;
  return seconds >= 60 ? `${seconds / 60} min` : `${seconds} s`;
}

interface TimesWordProps {
  times: TimesView;
  bounds: number[];
  /** What took so long: "from “opened” to “lit”". */
  label: string;
}

/** How long it took, in words; opened, how many took up to each bound. */
export function TimesWord({ times, bounds, label }: TimesWordProps) {
  const { median, nineTenths } = times;
  if (typeof median !== 'number' || typeof nineTenths !== 'number') return null;
  return (
    <Word label={label} text={`median ${took(median)}, 90% up to ${took(nineTenths)}`}>
      {() => <Spread times={times} bounds={bounds} label={label} />}
    </Word>
  );
}

function Spread({ times, bounds, label }: TimesWordProps) {
  const all = times.counts.reduce((sum, each) => sum + each, 0);
  const most = Math.max(1, ...times.counts);
  const { quarter, threeQuarters } = times;
  return (
    <Box
      className="cell-sheet"
      sx={{
        p: '12px 16px 16px',
        maxWidth: 460,
        '& h2': { m: '0 0 4px', fontSize: 16 },
        '& p': { m: '0 0 8px' },
        '& th': { fontWeight: 400, textAlign: 'left', p: '3px 16px 3px 0', whiteSpace: 'nowrap' },
      }}
      role="dialog"
      aria-label={label}
    >
      <h2 className="serif">{label}</h2>
      {typeof quarter === 'number' && typeof threeQuarters === 'number' && (
        <p>
          25% up to {took(quarter)}, 75% up to {took(threeQuarters)}.
        </p>
      )}
      <Table className="figures">
        <tbody>
          {times.counts.map((each, at) => (
            <tr key={at}>
              <th scope="row">{at < bounds.length ? `up to ${boundWords(bounds[at] ?? 0)}` : 'longer'}</th>
              <td>
                <Box
                  component="span"
                  sx={{ display: 'inline-block', height: 10, bgcolor: 'var(--deep)', opacity: 0.5 }}
                  style={{ width: (each / most) * 160 }}
                />
              </td>
              <td className="number">{count(each)}</td>
              <td className="number second">{all > 0 ? share(each / all) : ''}</td>
            </tr>
          ))}
        </tbody>
      </Table>
    </Box>
  );
}
