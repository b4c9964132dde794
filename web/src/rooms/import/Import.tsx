import { useState } from 'react';
import { useImports, useIntakeNow, type ImportView, type Which } from '../../api/intake';
import { useSession, type AppView } from '../../api/queries';
import { useFrame } from '../../model/frame';
import { instantIn } from '../../words/dates';
import { Imports } from './Imports';
import { Look } from './Look';
import { RejectedRows } from './RejectedRows';
import { SendFile } from './SendFile';

const ALL: Which = {};

/** Import: files and live senders, how many of their rows were accepted, and the rejected rows. */
export default function Import() {
  const { app } = useFrame();
  const session = useSession();
  const imports = useImports(app.key);
  const [which, setWhich] = useState(ALL);
  const [looking, setLooking] = useState<ImportView>();
  const stillThere = imports.data?.find((run) => run.id === looking?.id)?.state ?? 'LOOKED_AT';
  return (
    <div className="intake sheet">
      <section>
        <h1 className="serif">Import events into {app.name}</h1>
        {session.data?.role === 'READER' ? (
          <p className="second">Readers cannot import files. Ask an admin.</p>
        ) : (
          <SendFile app={app} onHere={setLooking} />
        )}
      </section>
      {looking && stillThere === 'LOOKED_AT' && (
        <Look key={looking.id} app={app} run={looking} onDone={() => setLooking(undefined)} />
      )}
      <section>
        <h2 className="serif">Imported files</h2>
        <Imports app={app} onRejected={(importId) => setWhich({ importId })} onLook={setLooking} />
      </section>
      <section>
        <h2 className="serif">Live events</h2>
        <Live app={app} />
      </section>
      <section>
        <h2 className="serif">Rejected rows</h2>
        <RejectedRows app={app} which={which} onWhich={setWhich} />
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
        ? `The last live message arrived on ${instantIn(now.data.newestLive, app.zone)}.`
        : 'No live message has arrived since the server was started.'}{' '}
      <span className="second">
        Programs send CloudEvents to <code>/api/apps/{app.key}/events</code> with an API key. Admins create
        keys in Settings.
      </span>
    </p>
  );
}
