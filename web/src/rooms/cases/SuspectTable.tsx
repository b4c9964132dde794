import type { DropView } from '../../api/changes';
import { changeWords, FATE, sliceWords } from '../../words/changes';

/** Two suspects that travel together, told apart by who is in one and not in the other. */
export function SuspectTable({ drop }: { drop: DropView }) {
  const guilty = sliceWords(drop.slice);
  return (
    <>
      <p className="second">
        Each suspect beside <b>{guilty}</b>, which moved by {changeWords(drop.change)}. A suspect that is
        healthy without it only travels with it. Changes are against what everybody in neither of the two lets
        expect, with 95 % intervals.
      </p>
      <table className="ruled">
        <thead>
          <tr>
            <th>Suspect</th>
            <th className="number">All in it</th>
            <th className="number">In it, not in {guilty}</th>
            <th className="number">In {guilty}, not in it</th>
            <th className="number">In both</th>
            <th>So it is</th>
          </tr>
        </thead>
        <tbody>
          {drop.suspects.map((each) => (
            <tr key={sliceWords(each.slice)}>
              <th>{sliceWords(each.slice)}</th>
              <td className="number">{changeWords(each.whole)}</td>
              <td className="number">{changeWords(each.alone)}</td>
              <td className="number">{changeWords(each.guiltyAlone)}</td>
              <td className="number">{changeWords(each.both)}</td>
              <td>{FATE[each.fate]}</td>
            </tr>
          ))}
          {drop.suspects.length === 0 && (
            <tr>
              <td colSpan={6}>No other value fell far enough to be a suspect.</td>
            </tr>
          )}
        </tbody>
      </table>
    </>
  );
}
