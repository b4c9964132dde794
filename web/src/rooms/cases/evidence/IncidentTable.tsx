import { TermMark } from '../../../help/TermMark';
import type { IncidentView } from '../../../api/changes';
import { daysWords, KIND, lostWords, nowWord, sizeOf, titleOf } from '../../../words/changes';
import { TextButton } from '../../../kit/buttons';
import { Table } from '../../../kit/Table';

interface IncidentTableProps {
  incidents: IncidentView[];
  currency: string;
  /** Absent while they cannot be opened yet. */
  onOpen?: (id: string) => void;
}

/** What fell, a row each. */
export function IncidentTable({ incidents, currency, onOpen }: IncidentTableProps) {
  return (
    <Table className="ruled">
      <thead>
        <tr>
          <th>When</th>
          <th>
            What
            <TermMark term="Drop" isQuiet />
          </th>
          <th className="number">Change</th>
          <th className="number">
            Revenue
            <TermMark term="Cost" isQuiet />
          </th>
          <th>
            Cause
            <TermMark term="Ruled out" isQuiet />
          </th>
          <th>After release</th>
          <th>Now</th>
        </tr>
      </thead>
      <tbody>
        {incidents.map((each) => (
          <tr key={each.id}>
            <td>{daysWords(each.days)}</td>
            <td>
              {onOpen ? (
                <TextButton onClick={() => onOpen(each.id)}>{titleOf(each)}</TextButton>
              ) : (
                titleOf(each)
              )}
            </td>
            <td className="number">{sizeOf(each)}</td>
            <td className="number">{lostWords(each, currency)}</td>
            <td>{KIND[each.kind]}</td>
            <td>{each.blamed ? each.blamed.version : ''}</td>
            <td>{nowWord(each)}</td>
          </tr>
        ))}
      </tbody>
    </Table>
  );
}
