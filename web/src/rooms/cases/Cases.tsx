import Box from '@mui/material/Box';
import { AnswerTools } from '../../export/AnswerTools';
import { Link } from 'react-router';
import { useChanges, type ChangesView, type IncidentView } from '../../api/changes';
import type { Foot } from '../../api/queries';
import { useWatched } from '../../api/watched';
import { useFrame, type FrameContext, useFoot } from '../../model/frame';
import { NoEvents } from '../../parts/NoEvents';
import { saveCsv } from '../../export/saveCsv';
import { Case } from './Case';
import { Kept } from './saved/Kept';
import { KeptTable } from './saved/KeptTable';
import { IncidentTable } from './evidence/IncidentTable';
import { Searching } from './Searching';
import { KIND, leadOf, sliceWords, titleOf } from '../../words/changes';
import { TermMark } from '../../help/TermMark';

/** What fell, each with the argument why. */
export default function Cases() {
  const frame = useFrame();
  const { app, asked, rail } = frame;
  const changes = useChanges(app.key, rail !== undefined);
  useFoot(changes.data?.foot);
  if (!rail) return <NoEvents app={app} />;
  const opened = asked.param('case');
  const kept = Number(asked.param('kept') ?? NaN);
  return (
    <Box
      className="sheet cases"
      sx={{ containerType: 'size', '& caption': { textAlign: 'left', fontWeight: 600, p: '8px 0 4px' } }}
    >
      {!Number.isNaN(kept) && <Kept key={kept} frame={frame} id={kept} />}
      {Number.isNaN(kept) && <Found frame={frame} changes={changes} opened={opened} />}
    </Box>
  );
}

interface FoundProps {
  frame: FrameContext;
  changes: ReturnType<typeof useChanges>;
  /** The one that the address asks for. */
  opened: string | null;
}

function Found({ frame, changes, opened }: FoundProps) {
  const view = changes.data?.answer;
  const incident = view?.incidents.find((each) => each.id === opened);
  return (
    <>
      {(opened === null || (changes.data && !incident)) && (
        <>
          <h1 className="serif">Cases</h1>
          <KeptTable app={frame.app} onOpen={(id) => frame.asked.set({ kept: String(id) })} />
        </>
      )}
      {changes.isPending && <Searching app={frame.app.key} />}
      {changes.isError && <p className="fall">{changes.error.message}</p>}
      {changes.data && view && incident && (
        <Case frame={frame} view={view} incident={incident} foot={changes.data.foot} />
      )}
      {changes.data && view && !incident && (
        <Ledger frame={frame} view={view} foot={changes.data.foot} lost={opened} />
      )}
    </>
  );
}

interface LedgerProps {
  frame: FrameContext;
  view: ChangesView;
  foot: Foot;
  /** A case that the address asks for and that is not there. */
  lost: string | null;
}

function Ledger({ frame: { app, asked }, view, foot, lost }: LedgerProps) {
  const save = () => saveCsv(`${app.key}-cases.csv`, csvRows(view));
  return (
    <>
      {lost && (
        <p className="fall">
          The case &ldquo;{lost}&rdquo; no longer exists: with the current data there is no drop, or it begins
          on another day.
        </p>
      )}
      {view.isLearning && (
        <p className="serif">
          Learning: fewer than three full weeks of data, so expected values are not known yet.
        </p>
      )}
      {!view.isLearning && view.incidents.length === 0 && (
        <p className="serif">No drops: all metrics of all groups are as expected.</p>
      )}
      {view.incidents.length > 0 && (
        <>
          <h2>
            Found in the current data
            <TermMark term="Case" />
          </h2>
          <p className="second about">
            Headline metrics are compared with their own past; groups with at least 1.5% of active users with
            all other users. Drops that belong together form one case. <Besides app={app.key} />
          </p>
          <IncidentTable
            incidents={view.incidents}
            currency={view.currency}
            onOpen={(id) => asked.set({ case: id })}
          />
          <AnswerTools
            app={app.key}
            room="cases"
            file={`${app.key}-cases`}
            answered={{ answer: view, foot }}
            onCsv={save}
          />
        </>
      )}
    </>
  );
}

/** What is watched by choice, and where that is chosen. */
function Besides({ app }: { app: string }) {
  const watched = useWatched(app).data ?? [];
  const names = watched.map((each) => `\u201c${each.name}\u201d`).join(', ');
  return (
    <>
      <Link to={`/a/${app}/settings?part=watched`}>
        {names ? 'Monitors' : 'You can also create monitors for metrics and segments'}
      </Link>
      {names && `: ${names}`}.
    </>
  );
}

function csvRows(view: ChangesView): (string | number | null)[][] {
  return [
    ['from', 'to', 'what', 'group', 'change', 'low', 'high', 'cause', 'release', 'over', 'revenue lost'],
    ...view.incidents.map((each: IncidentView) => {
      const change = leadOf(each)?.change;
      return [
        each.days.from,
        each.days.to,
        titleOf(each),
        sliceWords(each.slice),
        change?.part ?? null,
        change?.low ?? null,
        change?.high ?? null,
        KIND[each.kind],
        each.blamed?.version ?? null,
        each.isOver ? 'yes' : 'no',
        each.moneyLost,
      ];
    }),
  ];
}
