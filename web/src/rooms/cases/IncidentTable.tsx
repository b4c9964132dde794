import type { IncidentView } from '../../api/changes';
import { daysWords, KIND, lostWords, nowWord, sizeOf, titleOf } from '../../words/changes';

interface IncidentTableProps {
  incidents: IncidentView[];
  currency: string;
  /** Absent while they cannot be opened yet. */
  onOpen?: (id: string) => void;
}

/** What fell, a row each. */
export function IncidentTable({ incidents, currency, onOpen }: IncidentTableProps) {
  return (
    <table className="ruled">
      <thead>
        <tr>
          <th>When</th>
          <th>What</th>
          <th className="number">By</th>
          <th className="number">Lost</th>
          <th>Kind of cause</th>
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
                <button className="word" onClick={() => onOpen(each.id)}>
                  {titleOf(each)}
                </button>
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
    </table>
  );
}
