import type { DropView } from '../../../api/changes';
import { changeWords, FATE, sliceWords } from '../../../words/changes';
import { Table } from '../../../kit/Table';

/** Two suspects that travel together, told apart by who is in one and not in the other. */
export function SuspectTable({ drop }: { drop: DropView }) {
  const guilty = sliceWords(drop.slice);
  return (
    <>
      <p className="second">
        Each candidate compared with <b>{guilty}</b>, which changed by {changeWords(drop.change)}. A candidate
        that does not drop outside of this group is ruled out. Changes are compared with users in neither
        group, with 95% intervals.
      </p>
      <Table className="ruled">
        <thead>
          <tr>
            <th>Candidate</th>
            <th className="number">All in it</th>
            <th className="number">In it, not in {guilty}</th>
            <th className="number">In {guilty}, not in it</th>
            <th className="number">In both</th>
            <th>Result</th>
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
              <td colSpan={6}>No other value dropped enough to be a candidate.</td>
            </tr>
          )}
        </tbody>
      </Table>
    </>
  );
}
