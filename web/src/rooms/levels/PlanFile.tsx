import { useState } from 'react';
import { useKeepPlan, type LevelView } from '../../api/places';
import { FileButton } from '../../parts/FileButton';

/** A drawing for a level, from a file. */
export function PlanFile({ app, level }: { app: string; level: LevelView }) {
  const keep = useKeepPlan(app);
  const [fault, setFault] = useState('');
  const take = (file: File) => {
    setFault('');
    file
      .text()
      .then((svg) => keep.mutate({ level: level.level, svg }))
      .catch((why: unknown) => setFault(`The file could not be read: ${String(why)}`));
  };
  const leftOut = keep.data?.leftOut ?? [];
  return (
    <div className="plan-file">
      <FileButton
        name={level.hasPlan ? 'Replace floor plan (SVG)' : 'Add floor plan (SVG)'}
        label={`Floor plan of level ${level.level}`}
        accept=".svg,image/svg+xml"
        disabled={keep.isPending}
        onFile={take}
      />
      {keep.isSuccess && (
        <p className="second" role="status">
          Saved for level {level.level}.
          {leftOut.length > 0 &&
            ` Removed, because a plan needs only shapes and texts: ${leftOut.join(', ')}.`}
        </p>
      )}
      {(keep.isError || fault) && (
        <p className="fall" role="alert">
          {fault || keep.error?.message}
        </p>
      )}
    </div>
  );
}
