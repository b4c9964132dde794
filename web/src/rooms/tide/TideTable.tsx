import { Row } from '../../kit/layout';
import { AnswerTools } from '../../export/AnswerTools';
import { lazy, Suspense } from 'react';
import { Link } from 'react-router';
import type { Foot, Grain, RowView, TideTableView } from '../../api/queries';
import { useTideTable } from '../../api/queries';
import { useWords } from '../../api/words';
import { AnswerFrame } from '../../parts/answer/AnswerFrame';
import { AmongWord } from '../../parts/condition/ConditionWords';
import { useFrame, type FrameContext, useFoot } from '../../model/frame';
import { Answer } from '../../parts/answer/Answer';
import { NoEvents } from '../../parts/NoEvents';
import { amongOf, amongParam, type Asked } from '../../model/question';
import { saveCsv } from '../../export/saveCsv';
import { ComparedWord, RangeWord } from '../../parts/sentence/RangeWords';
import { ChoiceWord, Sentence } from '../../parts/sentence/Sentence';
import { figureTitle, isFigure } from '../../words/figures';
import { GRAINS, dayOf, grainWord, periodWords } from '../../words/dates';
import { measuresAddress } from './ask';
import { Arrivals } from './Arrivals';
import { useBanded } from './bands';
import { useCaseFindings } from './caseFindings';
import { findings } from './findings';
import { FirstQuestions } from './FirstQuestions';
import { Items } from './Items';
import { TideRows } from './TideRows';
import { csvRows } from './csv';

/** The chart library is large; it comes when the first chart is opened. */
const FigureChart = lazy(() => import('../../charts/FigureChart'));

const grainOf = (text: string | null): Grain => GRAINS.find((grain) => grain.name === text)?.value ?? 'DAY';

/** The headline figures, from arrival to departure. */
export default function TideTable() {
  const frame = useFrame();
  const { asked, rail } = frame;
  const grain = grainOf(asked.param('by'));
  const { range, compared } = asked;
  const among = amongOf(asked);
  const answer = useTideTable(asked.app, range && compared && { range, compared, grain, among });
  useFoot(answer.data?.foot);
  if (!rail) return <NoEvents app={frame.app} />;
  return (
    <>
      <Sentence>
        Show the headline metrics at the end of <RangeWord asked={asked} rail={rail} /> by{' '}
        <ChoiceWord
          label="Period"
          value={grain}
          options={GRAINS}
          onChange={(next) => asked.set({ by: next === 'DAY' ? null : grainWord[next] })}
        />
        , for{' '}
        <AmongWord
          app={asked.app}
          label="Filter"
          value={among}
          onChange={(next) => asked.set({ among: amongParam(next) })}
        />
        , compared with <ComparedWord asked={asked} />.
      </Sentence>
      <FirstQuestions app={asked.app} />
      <AnswerFrame answer={answer}>
        {answer.data && <View frame={frame} answered={answer.data} grain={grain} />}
      </AnswerFrame>
    </>
  );
}

interface ViewProps {
  frame: FrameContext;
  answered: { answer: TideTableView; foot: Foot };
  grain: Grain;
}

function View({ frame, answered, grain }: ViewProps) {
  const { asked } = frame;
  const view = useBanded(asked, answered.answer, grain);
  const words = useWords(asked.app);
  const cases = useCaseFindings(asked);
  const shown = asked.param('open');
  const row = isFigure(shown) ? view.rows.find((each) => each.figure === shown) : undefined;
  const save = () => saveCsv(`${asked.app}-tide-table.csv`, csvRows(view));
  return (
    <Answer
      findings={[...cases, ...findings(view, grain, asked)]}
      tools={
        <AnswerTools
          app={asked.app}
          room="tide"
          file={`${asked.app}-tide-table`}
          answered={answered}
          onCsv={save}
        />
      }
    >
      <TideRows
        view={view}
        grain={grain}
        versions={frame.rail?.versions ?? []}
        asked={asked}
        open={row?.figure}
        onOpen={(figure) => asked.set(figure === shown ? { open: null } : { open: figure, figure: figure })}
      />
      {row && (
        <Suspense fallback={<div style={{ height: 240 }} />}>
          <Chart row={row} view={view} grain={grain} frame={frame} />
          <Further asked={asked} row={row} grain={grain} />
        </Suspense>
      )}
      <Arrivals
        asked={asked}
        currency={view.currency}
        comparable={view.rangeComplete && view.comparedComplete}
      />
      <Items asked={asked} hasItems={words.properties.some((property) => property.name === 'item')} />
    </Answer>
  );
}

const SPLITS = ['channel', 'country', 'platform', 'app_version'] as const;

/** The ways on from a figure: the same question in Measures, whole or split. */
function Further({ asked, row, grain }: { asked: Asked; row: RowView; grain: Grain }) {
  const words = useWords(asked.app);
  const whole = measuresAddress(asked, row.figure, grain);
  if (!whole) return null;
  const known = SPLITS.filter((split) => words.properties.some((property) => property.name === split));
  return (
    <Row as="p" sx={{ gap: 4, m: '0 16px 12px' }}>
      <Link to={whole}>Open in Metrics</Link>
      {known.map((split) => (
        <Link key={split} to={measuresAddress(asked, row.figure, grain, split) ?? whole}>
          by {split}
        </Link>
      ))}
    </Row>
  );
}

interface ChartProps {
  row: RowView;
  view: TideTableView;
  grain: Grain;
  frame: FrameContext;
}

function Chart({ row, view, grain, frame }: ChartProps) {
  const releases = (frame.rail?.versions ?? [])
    .map((version) => ({
      name: version.version,
      index: view.history.findIndex(
        (period) => dayOf(period.from) <= dayOf(version.starts) && dayOf(version.starts) < dayOf(period.to),
      ),
    }))
    .filter((release) => release.index >= 0);
  return (
    <FigureChart
      title={`${figureTitle(row.figure, grain)} by ${grainWord[grain]}`}
      labels={view.history.map((period) => periodWords(period.from, grain))}
      values={row.series}
      unit={row.unit}
      currency={view.currency}
      releases={releases}
    />
  );
}
