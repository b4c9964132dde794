import Button from '@mui/material/Button';
import { useNow, useTake, type CaseView } from '../../../api/cases';
import type { ChangesView, IncidentView } from '../../../api/changes';
import type { FrameContext } from '../../../model/frame';
import { changeWords, daysWords, KIND, leadOf, lostWords, nowWord, sliceWords } from '../../../words/changes';
import { instantIn } from '../../../words/dates';
import { NO_VALUE } from '../../../words/numbers';
import { Table } from '../../../kit/Table';

interface ThenAndNowProps {
  frame: FrameContext;
  kept: CaseView;
  mayTake: boolean;
}

function sizeWords(incident: IncidentView): string {
  const lead = leadOf(incident);
  return lead ? changeWords(lead.change) : NO_VALUE;
}

const ROWS: [string, (incident: IncidentView, view: ChangesView) => string][] = [
  ['Cause', (incident) => KIND[incident.kind]],
  ['Group', (incident) => sliceWords(incident.slice)],
  ['When', (incident) => daysWords(incident.days)],
  ['Change', sizeWords],
  ['Revenue', (incident, view) => lostWords(incident, view.currency) || NO_VALUE],
  ['After release', (incident) => incident.blamed?.version ?? NO_VALUE],
  ['Now', nowWord],
];

/** What was found each time it was taken, and what the watch finds with the data of now. */
export function ThenAndNow({ frame: { app }, kept, mayTake }: ThenAndNowProps) {
  const now = useNow(app.key, kept.id, true);
  const take = useTake(app.key, kept.id);
  const found = now.data?.answer.incidents[0];
  const all = [
    ...kept.findings.map((each) => ({
      key: String(each.id),
      name: `saved ${instantIn(each.taken, app.zone)}`,
      view: each.found,
      incident: each.found.incidents[0],
    })),
    ...(now.data ? [{ key: 'now', name: 'now', view: now.data.answer, incident: found }] : []),
  ];
  return (
    <>
      <Table
        className="ruled case-then"
        sx={{
          '& td': { whiteSpace: 'normal !important', verticalAlign: 'top' },
          '& .moved': { fontWeight: 600 },
        }}
      >
        <caption>Saved state and current data</caption>
        <thead>
          <tr>
            <th />
            {all.map((each) => (
              <th key={each.key}>{each.name}</th>
            ))}
          </tr>
        </thead>
        <tbody>
          {ROWS.map(([title, say]) => {
            const said = all.map((each) => (each.incident ? say(each.incident, each.view) : NO_VALUE));
            return (
              <tr key={title}>
                <th>{title}</th>
                {said.map((words, at) => (
                  <td key={all[at]?.key} className={at > 0 && words !== said[at - 1] ? 'moved' : undefined}>
                    {words}
                  </td>
                ))}
              </tr>
            );
          })}
        </tbody>
      </Table>
      {now.isPending && <p className="second">Searching the current data …</p>}
      {now.isError && <p className="fall">{now.error.message}</p>}
      {now.data && !found && (
        <p className="serif">The current data show no such drop any more. The saved case does not change.</p>
      )}
      {found && mayTake && (
        <Button disabled={take.isPending} onClick={() => take.mutate()}>
          Update the case with the current data
        </Button>
      )}
      {take.isError && <p className="fall">{take.error.message}</p>}
    </>
  );
}
