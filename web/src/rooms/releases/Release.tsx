import type { StandingView } from '../../api/standings';
import type { Foot } from '../../api/queries';
import { AnswerTools } from '../../frame/AnswerTools';
import type { FrameContext } from '../../frame/Frame';
import { saveCsv } from '../../frame/saveCsv';
import { dayOf, dayWords, instantParts } from '../../words/dates';
import { share } from '../../words/numbers';
import { comparedSentence, platformWords, standingSentence } from '../../words/standings';
import { Adoption } from './Adoption';
import { csvRows } from './csv';
import { MeasureTable } from './MeasureTable';

interface ReleaseProps {
  frame: FrameContext;
  standing: StandingView;
  foot: Foot;
}

/** One release: how it was taken up, and what is otherwise for those on it. */
export function Release({ frame, standing, foot }: ReleaseProps) {
  const { app, asked } = frame;
  const first = dayOf(standing.starts);
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
        <Adoption frame={frame} standing={standing} />
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
