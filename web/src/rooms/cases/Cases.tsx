import { useEffect } from 'react';
import { Link } from 'react-router';
import { useChanges, type ChangesView, type IncidentView } from '../../api/changes';
import { useWatched } from '../../api/watched';
import { useFrame, type FrameContext } from '../../frame/Frame';
import { useLetter } from '../../frame/keys';
import { NoEvents } from '../../frame/NoEvents';
import { saveCsv } from '../../frame/saveCsv';
import { Case } from './Case';
import { Kept } from './Kept';
import { KeptTable } from './KeptTable';
import { IncidentTable } from './IncidentTable';
import { Searching } from './Searching';
import { KIND, leadOf, sliceWords, titleOf } from '../../words/changes';
import './cases.css';

/** What fell, each with the argument why. */
export default function Cases() {
  const frame = useFrame();
  const { app, asked, rail, setFoot } = frame;
  const changes = useChanges(app.key, rail !== undefined);
  useEffect(() => setFoot(changes.data?.foot), [changes.data, setFoot]);
  if (!rail) return <NoEvents app={app} />;
  const opened = asked.param('case');
  const kept = Number(asked.param('kept') ?? NaN);
  return (
    <div className="sheet cases">
      {!Number.isNaN(kept) && <Kept key={kept} frame={frame} id={kept} />}
      {Number.isNaN(kept) && <Found frame={frame} changes={changes} opened={opened} />}
    </div>
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
      {view && !incident && <Ledger frame={frame} view={view} lost={opened} />}
    </>
  );
}

interface LedgerProps {
  frame: FrameContext;
  view: ChangesView;
  /** A case that the address asks for and that is not there. */
  lost: string | null;
}

function Ledger({ frame: { app, asked }, view, lost }: LedgerProps) {
  const save = () => saveCsv(`${app.key}-cases.csv`, csvRows(view));
  useLetter('x', save);
  return (
    <>
      {lost && (
        <p className="fall">
          There is no case &ldquo;{lost}&rdquo; any more: with the data of today it does not fall out of what
          was to be expected, or it has another beginning.
        </p>
      )}
      {view.isLearning && (
        <p className="serif">
          Learning: there are fewer than three full weeks of data, and what is usual is not known before.
        </p>
      )}
      {!view.isLearning && view.incidents.length === 0 && (
        <p className="serif">
          Nothing fell: every figure of every slice lies where its own past and all others let expect it.
        </p>
      )}
      {view.incidents.length > 0 && (
        <>
          <h2>What the watch finds now</h2>
          <p className="second about">
            Every headline figure is held against its own past, and every slice with at least 1.5 % of active
            people against everybody else. What falls together is one case. <Besides app={app.key} />
          </p>
          <IncidentTable
            incidents={view.incidents}
            currency={view.currency}
            onOpen={(id) => asked.set({ case: id })}
          />
          <p>
            <button className="word" onClick={save}>
              Save as CSV
            </button>
          </p>
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
        {names ? 'Watched by choice' : 'Measures and segments can be watched as well'}
      </Link>
      {names && `: ${names}`}.
    </>
  );
}

function csvRows(view: ChangesView): (string | number | null)[][] {
  return [
    ['from', 'to', 'what', 'slice', 'by', 'low', 'high', 'kind', 'release', 'over', 'money lost'],
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
