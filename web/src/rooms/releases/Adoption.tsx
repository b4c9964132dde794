import { Row } from '../../kit/layout';
import { lazy, Suspense } from 'react';
import { useAdoption, type StandingView } from '../../api/standings';
import { PropertyField } from '../../parts/condition/NameField';
import type { FrameContext } from '../../model/frame';
import { dayOf, dayWords, instantParts } from '../../words/dates';
import { share } from '../../words/numbers';
import { platformWords } from '../../words/standings';
import { TextButton } from '../../kit/buttons';

const SeriesChart = lazy(() => import('../../charts/SeriesChart'));

/** Until it was superseded and left behind, or for this many days. */
const LONGEST = 56;

interface AdoptionProps {
  frame: FrameContext;
  standing: StandingView;
}

/** How a release was taken up by day: by all of its platform, or by people of each value of a property. */
export function Adoption({ frame: { app, asked }, standing }: AdoptionProps) {
  const by = asked.param('by');
  const bySlice = useAdoption(app.key, standing, by);
  const slices = by === null ? undefined : bySlice.data?.answer;
  const lines = slices
    ? slices.map((each) => ({
        key: each.value,
        name: each.value === '' ? 'not set' : each.value,
        values: each.share.slice(0, LONGEST),
        compared: undefined,
      }))
    : [{ key: 'adoption', name: 'on it', values: standing.adoption.slice(0, LONGEST), compared: undefined }];
  const first = dayOf(standing.starts);
  const days = standing.adoption.slice(0, LONGEST);
  if (days.length < 2) return null;
  return (
    <>
      <Row sx={{ gap: 3, py: 2 }}>
        <PropertyField
          app={app.key}
          label="By"
          value={by ?? ''}
          onChange={(property) => asked.set({ by: property || null })}
        />
        {by !== null && <TextButton onClick={() => asked.set({ by: null })}>all users</TextButton>}
      </Row>
      {bySlice.isError && <p className="fall">{bySlice.error.message}</p>}
      <Suspense fallback={null}>
        <SeriesChart
          title={`Share of active users of ${platformWords(standing)}, on ${standing.version}, by day${by === null ? '' : ` and ${by}`}`}
          labels={days.map((_, index) => dayWords(first + index))}
          whole={days.map(() => true)}
          lines={lines}
          unit="SHARE"
          currency=""
          shape="lines"
          notes={standing.steps.map((step) => ({
            release: true,
            index: Math.max(0, dayOf(instantParts(step.starts, app.zone).day) - first),
            name: share(step.share),
          }))}
          height={220}
        />
      </Suspense>
    </>
  );
}
