import { useEffect, useState } from 'react';
import { useImports, useIntakeNow, type ImportView, type Which } from '../../api/intake';
import { useSession, type AppView } from '../../api/queries';
import { useFrame } from '../../frame/Frame';
import { instantIn } from '../../words/dates';
import { HeldBack } from './HeldBack';
import { Imports } from './Imports';
import { Look } from './Look';
import { SendFile } from './SendFile';
import './intake.css';

const ALL: Which = {};

/** Events in: files and senders, what became of them, what was held back. */
export default function Intake() {
  const { app, setFoot } = useFrame();
  const session = useSession();
  const imports = useImports(app.key);
  const [which, setWhich] = useState(ALL);
  const [looking, setLooking] = useState<ImportView>();
  useEffect(() => setFoot(undefined), [setFoot]);
  const stillThere = imports.data?.find((run) => run.id === looking?.id)?.state ?? 'LOOKED_AT';
  return (
    <div className="intake">
      <section>
        <h1 className="serif">Bring a file of events to {app.name}</h1>
        {session.data?.role === 'READER' ? (
          <p className="second">As a reader you may look, but not bring files in. Ask a keeper.</p>
        ) : (
          <SendFile app={app} onHere={setLooking} />
        )}
      </section>
      {looking && stillThere === 'LOOKED_AT' && (
        <Look key={looking.id} app={app} run={looking} onDone={() => setLooking(undefined)} />
      )}
      <section>
        <h2 className="serif">Files brought in</h2>
        <Imports app={app} onHeldBack={(importId) => setWhich({ importId })} onLook={setLooking} />
      </section>
      <section>
        <h2 className="serif">Sent live</h2>
        <Live app={app} />
      </section>
      <section>
        <h2 className="serif">Held back</h2>
        <HeldBack app={app} which={which} onWhich={setWhich} />
      </section>
    </div>
  );
}

function Live({ app }: { app: AppView }) {
  const now = useIntakeNow(app.key);
  return (
    <p>
      {now.data?.fault && (
        <span className="fall" role="alert">
          {now.data.fault}{' '}
        </span>
      )}
      {now.data?.newestLive
        ? `The last message came on ${instantIn(now.data.newestLive, app.zone)}.`
        : 'No program has sent anything since the server was started.'}{' '}
      <span className="second">
        Programs send CloudEvents to <code>/api/apps/{app.key}/events</code> with a key, which a keeper makes
        under Settings.
      </span>
    </p>
  );
}
