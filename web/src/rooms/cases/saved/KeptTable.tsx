import { useCases } from '../../../api/cases';
import type { AppView } from '../../../api/queries';
import { daysWords, KIND, STATUS } from '../../../words/changes';
import { instantIn } from '../../../words/dates';
import { TextButton } from '../../../kit/buttons';
import { Table } from '../../../kit/Table';

interface KeptTableProps {
  app: AppView;
  onOpen: (id: number) => void;
}

/** The cases that last, the newest first. */
export function KeptTable({ app, onOpen }: KeptTableProps) {
  const cases = useCases(app.key);
  if (cases.isError) return <p className="fall">{cases.error.message}</p>;
  if (!cases.data || cases.data.length === 0) return null;
  return (
    <>
      <h2>Saved cases</h2>
      <Table className="ruled">
        <thead>
          <tr>
            <th className="number">Case</th>
            <th>Title</th>
            <th>Status</th>
            <th>When</th>
            <th>Cause</th>
            <th>Last changed</th>
          </tr>
        </thead>
        <tbody>
          {cases.data.map((each) => (
            <tr key={each.id} data-case={each.id}>
              <td className="number">{each.id}</td>
              <td>
                <TextButton onClick={() => onOpen(each.id)}>{each.title}</TextButton>
              </td>
              <td>{STATUS[each.status]}</td>
              <td>{daysWords(each.days)}</td>
              <td>{KIND[each.kind]}</td>
              <td>
                {instantIn(each.changed, app.zone)} by {each.changedBy}
              </td>
            </tr>
          ))}
        </tbody>
      </Table>
    </>
  );
}
