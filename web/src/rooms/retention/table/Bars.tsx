import Box from '@mui/material/Box';
import { useState } from 'react';
import type { PooledView, RetentionView, Split } from '../../../api/retention';
import { count, share, shareWithin } from '../../../words/numbers';
import { PeopleSheet, type Picked } from '../../../parts/PeopleSheet';
import { pickedOf, type askedOf } from '../picked';
import { columnWords, type Words } from '../question';
import { groupName } from '../../../model/split';
import { TextButton } from '../../../kit/buttons';

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
  if (columns.length === 0) return <p className="room-fault">None of the chosen ages is in the question.</p>;
  return (
    <Box className="kept-bars" sx={{ p: '0 16px 16px', '& h2': { m: '16px 0 8px', fontSize: 15 } }}>
      {columns.map(({ ages, column }) => (
        <section key={column} aria-label={`Retained and churned ${columnWords(ages, words)}`}>
          <h2 className="serif">Retained {columnWords(ages, words)}</h2>
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
    </Box>
  );
}

function Kept({ bar: { name, pooled }, onPick }: { bar: Bar; onPick: (element: Element) => void }) {
  const { share: kept = null, low = null, high = null } = pooled ?? {};
  return (
    <Box
      className="kept-bar"
      sx={{
        display: 'grid',
        gridTemplateColumns: '140px minmax(120px, 1fr) 200px',
        columnGap: 3,
        alignItems: 'center',
        mb: 1.5,
        '& .ranked-name, & .kept-track': { gridRow: 'span 2' },
      }}
    >
      <TextButton className="ranked-name" onClick={(event) => onPick(event.currentTarget)}>
        {name}
      </TextButton>
      {pooled && kept !== null && low !== null && high !== null ? (
        <>
          <Box
            className="kept-track"
            component="span"
            sx={{ position: 'relative', height: 18, bgcolor: 'var(--hatch)' }}
            aria-hidden
          >
            <Box
              component="span"
              sx={{ position: 'absolute', inset: '0 auto 0 0', bgcolor: 'var(--deep)' }}
              style={{ width: `${kept * 100}%` }}
            />
            <Box
              component="span"
              sx={{ position: 'absolute', top: 7, height: 4, bgcolor: 'var(--release)' }}
              style={{ left: `${low * 100}%`, width: `${(high - low) * 100}%` }}
            />
          </Box>
          <Box component="span" sx={{ fontSize: 13, whiteSpace: 'nowrap' }}>
            {shareWithin(kept, low, high)} retained
          </Box>
          <Box className="second" component="span" sx={{ fontSize: 13, whiteSpace: 'nowrap' }}>
            {share(1 - kept)} churned, {count(pooled.size - pooled.returned)} of {count(pooled.size)}
          </Box>
        </>
      ) : (
        <span className="second">no cohort is complete yet</span>
      )}
    </Box>
  );
}
