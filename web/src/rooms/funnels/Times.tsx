import type { TimesView } from '../../api/funnel';
import { Word } from '../../frame/sentence/Sentence';
import { count, duration, share } from '../../words/numbers';

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
  /** "took " before how long; nothing where it is not a step that took it. */
  verb?: string;
}

/** How long it took, in words; opened, how many took up to each bound. */
export function TimesWord({ times, bounds, label, verb = 'took ' }: TimesWordProps) {
  const { median, nineTenths } = times;
  if (typeof median !== 'number' || typeof nineTenths !== 'number') return null;
  return (
    <Word label={label} text={`half ${verb}up to ${took(median)}, nine in ten up to ${took(nineTenths)}`}>
      {() => <Spread times={times} bounds={bounds} label={label} verb={verb} />}
    </Word>
  );
}

function Spread({ times, bounds, label, verb }: TimesWordProps) {
  const all = times.counts.reduce((sum, each) => sum + each, 0);
  const most = Math.max(1, ...times.counts);
  const { quarter, threeQuarters } = times;
  return (
    <div className="cell-sheet" role="dialog" aria-label={label}>
      <h2 className="serif">{label}</h2>
      {typeof quarter === 'number' && typeof threeQuarters === 'number' && (
        <p>
          A quarter {verb}up to {took(quarter)}, three quarters up to {took(threeQuarters)}.
        </p>
      )}
      <table className="figures spread">
        <tbody>
          {times.counts.map((each, at) => (
            <tr key={at}>
              <th scope="row">{at < bounds.length ? `up to ${boundWords(bounds[at] ?? 0)}` : 'longer'}</th>
              <td>
                <span className="spread-bar" style={{ width: (each / most) * 160 }} />
              </td>
              <td className="number">{count(each)}</td>
              <td className="number second">{all > 0 ? share(each / all) : ''}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}
