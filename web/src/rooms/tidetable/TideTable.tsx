import { lazy, Suspense, useEffect } from 'react';
import { Link } from 'react-router';
import type { Grain, RowView, TideTableView } from '../../api/queries';
import { useTideTable } from '../../api/queries';
import { useWords } from '../../api/words';
import { AnswerFrame } from '../../frame/AnswerFrame';
import { AmongWord } from '../../frame/condition/ConditionWords';
import { useFrame, type FrameContext } from '../../frame/Frame';
import { Answer } from '../../frame/Margin';
import { NoEvents } from '../../frame/NoEvents';
import { useLetter } from '../../frame/keys';
import { amongOf, amongParam, type Asked } from '../../frame/question';
import { saveCsv } from '../../frame/saveCsv';
import { ComparedWord, RangeWord } from '../../frame/sentence/RangeWords';
import { ChoiceWord, Sentence } from '../../frame/sentence/Sentence';
import { figureTitle, isFigure } from '../../words/figures';
import { GRAINS, dayOf, grainWord, periodWords } from '../../words/dates';
import { measuresAddress } from './ask';
import { Arrivals } from './Arrivals';
import { useBanded } from './bands';
import { useCaseFindings } from './caseFindings';
import { findings } from './findings';
import { Items } from './Items';
import { TideRows } from './TideRows';
import { csvRows } from './csv';
import './tidetable.css';

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
  const { setFoot } = frame;
  useEffect(() => setFoot(answer.data?.foot), [answer.data, setFoot]);
  const view = answer.data?.answer;
  if (!rail) return <NoEvents app={frame.app} />;
  return (
    <>
      <Sentence>
        How do the headline figures stand at the end of <RangeWord asked={asked} rail={rail} />, each{' '}
        <ChoiceWord
          label="Grain"
          value={grain}
          options={GRAINS}
          onChange={(next) => asked.set({ by: next === 'DAY' ? null : grainWord[next] })}
        />
        , among{' '}
        <AmongWord
          app={asked.app}
          label="Among"
          value={among}
          onChange={(next) => asked.set({ among: amongParam(next) })}
        />
        , compared with <ComparedWord asked={asked} />?
      </Sentence>
      <AnswerFrame answer={answer}>{view && <View frame={frame} view={view} grain={grain} />}</AnswerFrame>
    </>
  );
}

function View({ frame, view: plain, grain }: { frame: FrameContext; view: TideTableView; grain: Grain }) {
  const { asked } = frame;
  const view = useBanded(asked, plain, grain);
  const words = useWords(asked.app);
  const cases = useCaseFindings(asked);
  const shown = asked.param('open');
  const row = isFigure(shown) ? view.rows.find((each) => each.figure === shown) : undefined;
  const save = () => saveCsv(`${asked.app}-tide-table.csv`, csvRows(view, grain));
  useLetter('x', save);
  return (
    <Answer
      findings={[...cases, ...findings(view, grain, asked)]}
      tools={
        <button className="word" onClick={save}>
          Save as CSV
        </button>
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
    <p className="further">
      <Link to={whole}>Ask in Measures</Link>
      {known.map((split) => (
        <Link key={split} to={measuresAddress(asked, row.figure, grain, split) ?? whole}>
          by {split}
        </Link>
      ))}
    </p>
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
