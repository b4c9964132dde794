import { useState } from 'react';
import type { PooledView, RetentionView, Split } from '../../api/retention';
import { count, share, shareWithin } from '../../words/numbers';
import { PeopleSheet, type Picked } from '../../frame/PeopleSheet';
import { pickedOf, type askedOf } from './picked';
import { columnWords, type Words } from './question';
import { groupName } from '../../frame/split';

interface BarsProps {
  app: string;
  view: RetentionView;
  words: Words;
  split: Split | undefined;
  /** Whose people the bars give. */
  asked: ReturnType<typeof askedOf>;
}

interface Bar {
  name: string;
  pooled: PooledView | undefined;
}

/** Chosen ages: what came back and what did not of each group, or of each way of coming back, with the interval on the edge. */
export function Bars({ app, view, words, split, asked }: BarsProps) {
  const [picked, setPicked] = useState<Picked>();
  const isSplit = view.groups.length > 0;
  const columns = view.columns.flatMap((ages, column) =>
    words.counting === 'WITHIN' || words.chosen.includes(ages.from) ? [{ ages, column }] : [],
  );
  const triangle = view.triangles[words.shown];
  const barsOf = (column: number): Bar[] =>
    isSplit
      ? view.groups.map((group, at) => ({
          name: groupName(split, group),
          pooled: triangle?.lines[at]?.[column],
        }))
      : view.triangles.map((each) => ({ name: each.name, pooled: each.pooled[column] }));
  if (columns.length === 0)
    return <p className="room-fault">None of the chosen ages is among those asked about.</p>;
  return (
    <div className="kept-bars">
      {columns.map(({ ages, column }) => (
        <section key={column} aria-label={`Kept and churned ${columnWords(ages, words)}`}>
          <h2 className="serif">Kept {columnWords(ages, words)}</h2>
          {barsOf(column).map((bar, at) => (
            <Kept
              key={bar.name}
              bar={bar}
              onPick={(element) => {
                const place = isSplit ? { row: at, column, way: words.shown } : { row: -1, column, way: at };
                if (asked) setPicked(pickedOf(element, place, asked, view, split));
              }}
            />
          ))}
        </section>
      ))}
      <PeopleSheet app={app} picked={picked} onClose={() => setPicked(undefined)} />
    </div>
  );
}

function Kept({ bar: { name, pooled }, onPick }: { bar: Bar; onPick: (element: Element) => void }) {
  const { share: kept = null, low = null, high = null } = pooled ?? {};
  return (
    <div className="kept-bar">
      <button
        className="word ranked-name"
        title={`${name}: its people`}
        onClick={(event) => onPick(event.currentTarget)}
      >
        {name}
      </button>
      {pooled && kept !== null && low !== null && high !== null ? (
        <>
          <span className="kept-track" aria-hidden>
            <span className="kept-part" style={{ width: `${kept * 100}%` }} />
            <span className="kept-range" style={{ left: `${low * 100}%`, width: `${(high - low) * 100}%` }} />
          </span>
          <span className="kept-value">{shareWithin(kept, low, high)} kept</span>
          <span className="second kept-value">
            {share(1 - kept)} churned, {count(pooled.size - pooled.returned)} of {count(pooled.size)}
          </span>
        </>
      ) : (
        <span className="second">no cohort is complete yet</span>
      )}
    </div>
  );
}
