import { lazy, Suspense } from 'react';
import type { StandingView } from '../../api/standings';
import type { Foot } from '../../api/queries';
import { AnswerTools } from '../../frame/AnswerTools';
import type { FrameContext } from '../../frame/Frame';
import { saveCsv } from '../../frame/saveCsv';
import { dayOf, dayWords, instantParts } from '../../words/dates';
import { share } from '../../words/numbers';
import { comparedSentence, platformWords, standingSentence } from '../../words/standings';
import { csvRows } from './csv';
import { MeasureTable } from './MeasureTable';

const SeriesChart = lazy(() => import('../../charts/SeriesChart'));

/** Until it was superseded and left behind, or for this many days. */
const LONGEST = 56;

interface ReleaseProps {
  frame: FrameContext;
  standing: StandingView;
  foot: Foot;
}

/** One release: how it was taken up, and what is otherwise for those on it. */
export function Release({ frame: { app, asked }, standing, foot }: ReleaseProps) {
  const first = dayOf(standing.starts);
  const adoption = standing.adoption.slice(0, LONGEST);
  const compared = comparedSentence(standing);
  return (
    <>
      <p className="back">
        <button className="word" onClick={() => asked.set({ release: null })}>
          All releases
        </button>
      </p>
      <h1 className="serif" data-question>
        {standing.version} on {platformWords(standing)}
      </h1>
      <p className="serif" data-finding>
        {standingSentence(standing)}
      </p>
      {standing.measures.length > 0 && <MeasureTable measures={standing.measures} />}
      {compared && <p className="second about">{compared}</p>}
      <section className="release-adoption" aria-label="How it was taken up">
        <p className="second">
          {standing.steps.length > 0
            ? `Offered to ${standing.steps.map((step) => `${share(step.share)} from ${dayWords(dayOf(instantParts(step.starts, app.zone).day))}`).join(', ')}.`
            : standing.platform
              ? `First seen on ${dayWords(first)}.`
              : `Began on ${dayWords(first)}; each platform has steps of its own.`}
        </p>
        {adoption.length > 1 && (
          <Suspense fallback={null}>
            <SeriesChart
              title={`Of the active people of ${platformWords(standing)}, who was on ${standing.version}, by day`}
              labels={adoption.map((_, index) => dayWords(first + index))}
              whole={adoption.map(() => true)}
              lines={[{ key: 'adoption', name: 'on it', values: adoption, compared: undefined }]}
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
        )}
      </section>
      <AnswerTools
        app={app.key}
        room="releases"
        file={`${app.key}-release`}
        answered={{ answer: standing, foot }}
        onCsv={() => saveCsv(`${app.key}-release.csv`, csvRows([standing]))}
      />
    </>
  );
}
