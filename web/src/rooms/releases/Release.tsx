import Box from '@mui/material/Box';
import type { StandingView } from '../../api/standings';
import type { Foot } from '../../api/queries';
import { AnswerTools } from '../../export/AnswerTools';
import type { FrameContext } from '../../model/frame';
import { saveCsv } from '../../export/saveCsv';
import { dayOf, dayWords, instantParts } from '../../words/dates';
import { share } from '../../words/numbers';
import { comparedSentence, platformWords, standingSentence } from '../../words/standings';
import { Adoption } from './Adoption';
import { csvRows } from './csv';
import { MeasureTable } from './MeasureTable';
import { TextButton } from '../../kit/buttons';

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
        <TextButton onClick={() => asked.set({ release: null })}>All releases</TextButton>
      </p>
      <h1 className="serif">
        {standing.version} on {platformWords(standing)}
      </h1>
      <p className="serif" data-finding>
        {standingSentence(standing)}
      </p>
      {standing.measures.length > 0 && <MeasureTable measures={standing.measures} />}
      {compared && <p className="second about">{compared}</p>}
      <Box className="release-adoption" component="section" sx={{ maxWidth: 980 }} aria-label="Adoption">
        <p className="second">
          {standing.steps.length > 0
            ? `Offered to ${standing.steps.map((step) => `${share(step.share)} from ${dayWords(dayOf(instantParts(step.starts, app.zone).day))}`).join(', ')}.`
            : standing.platform
              ? `First seen on ${dayWords(first)}.`
              : `Began on ${dayWords(first)}; each platform has its own steps.`}
        </p>
        <Adoption frame={frame} standing={standing} />
      </Box>
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
