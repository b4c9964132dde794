import { useEffect, useState } from 'react';
import { useFrame } from '../../frame/Frame';
import { HeldBack } from './HeldBack';
import { Imports } from './Imports';
import { SendFile } from './SendFile';
import './intake.css';

/** Files in: what was sent, what became of it, what was held back. */
export default function Intake() {
  const { app, setFoot } = useFrame();
  const [importId, setImportId] = useState<number>();
  useEffect(() => setFoot(undefined), [setFoot]);
  return (
    <div className="intake">
      <section>
        <h1 className="serif">Bring a file of events to {app.name}</h1>
        <SendFile app={app} />
      </section>
      <section>
        <h2 className="serif">Files brought in</h2>
        <Imports app={app} onHeldBack={setImportId} />
      </section>
      <section>
        <h2 className="serif">Held back</h2>
        <HeldBack app={app} importId={importId} onAll={() => setImportId(undefined)} />
      </section>
    </div>
  );
}
