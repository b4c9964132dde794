import { SERIF } from '../../theme/theme';
import { IN_NARROW } from '../../kit/windows';
import type { Figure, Grain, VersionView } from '../../api/queries';
import { Sparkline } from '../../charts/Sparkline';
import type { Asked } from '../../model/question';
import { dayOf, periodWords, rangeWords } from '../../words/dates';
import { figureName, figureTitle, PART_OF_REVENUE } from '../../words/figures';
import { change, figureValue } from '../../words/numbers';
import type { BandedRow, BandedView } from './bands';
import { comparables, standing } from './findings';
import { UsualMark } from './UsualMark';
import { TermMark } from '../../help/TermMark';
import { PlainButton } from '../../kit/buttons';
import { Table } from '../../kit/Table';

const GROUPS = { ARRIVE: 'New', USE: 'Use', PAY: 'Pay', LEAVE: 'Leave' } as const;

const LOOK = {
  '& thead th': { lineHeight: 1.2 },
  '& td': { height: 26, py: 0 },
  '& .group': {
    fontFamily: SERIF,
    fontSize: 14,
    fontWeight: 600,
    color: 'var(--deep)',
    borderBottomColor: 'transparent !important',
    background: 'none !important',
  },
  '& .first-of-group td': { borderTop: '1px solid var(--ink2)' },
  '& tbody tr:first-of-type td': { borderTop: 0 },
  '& .figure.part': { paddingLeft: '20px !important', color: 'text.secondary' },
  '& .latest': { fontWeight: 600 },
  [IN_NARROW]: { '&& th, && td': { px: 1 } },
};

const AGAINST: Record<Grain, string> = {
  DAY: 'week before',
  WEEK: 'week before',
  MONTH: 'month before',
};

const SPAN: Record<Grain, string> = { DAY: '8 weeks', WEEK: '13 weeks', MONTH: '13 months' };

interface TideRowsProps {
  view: BandedView;
  grain: Grain;
  versions: VersionView[];
  asked: Asked;
  open: Figure | undefined;
  onOpen: (figure: Figure) => void;
}

/** What is shaded behind a line: the band of each day, or the usual of all. */
function bandOf({ band, usualLow, usualHigh, series }: BandedRow) {
  if (band) return band;
  if (usualLow === null || usualHigh === null) return undefined;
  return { low: series.map(() => usualLow), high: series.map(() => usualHigh) };
}

/** One row a figure. */
export function TideRows({ view, grain, versions, asked, open, onOpen }: TideRowsProps) {
  const latest = view.history.at(-1);
  const releases = versions
    .map((version) =>
      view.history.findIndex(
        (period) => dayOf(period.from) <= dayOf(version.starts) && dayOf(version.starts) < dayOf(period.to),
      ),
    )
    .filter((index) => index >= 0);
  const periods = Math.max(...view.rows.map((row) => row.usualPeriods));
  return (
    <Table className="ruled sticky indent tide" sx={LOOK}>
      <caption className="spoken">
        Headline metrics. The button of a row shows it on the rail and as a chart below.
      </caption>
      <thead>
        <tr>
          <th scope="col" colSpan={2}>
            Metric
          </th>
          <th scope="col" className="number">
            {latest ? periodWords(latest.from, grain) : 'Latest'}
          </th>
          <th scope="col" className="number">
            {AGAINST[grain]}
          </th>
          <th scope="col">
            {view.awaited || view.rows.some((row) => row.band)
              ? 'expected range'
              : periods > 0
                ? `range of ${comparables(view, grain, periods)}`
                : 'range before'}
            <TermMark term="Expected range" isQuiet />
          </th>
          <th scope="col">{SPAN[grain]}</th>
          <th scope="col" className="number">
            {asked.range ? rangeWords(asked.range) : ''}
          </th>
          <th scope="col" className="number">
            change
          </th>
        </tr>
      </thead>
      <tbody>
        {view.rows.map((row, index) => (
          <Row
            key={row.figure}
            row={row}
            view={view}
            grain={grain}
            releases={releases}
            opened={open === row.figure}
            firstOfGroup={view.rows[index - 1]?.group !== row.group}
            onOpen={onOpen}
          />
        ))}
      </tbody>
    </Table>
  );
}

interface RowProps {
  row: BandedRow;
  view: BandedView;
  grain: Grain;
  releases: number[];
  opened: boolean;
  firstOfGroup: boolean;
  onOpen: (figure: Figure) => void;
}

function Row({ row, view, grain, releases, opened, firstOfGroup, onOpen }: RowProps) {
  const value = (number: number | null | undefined) => figureValue(number, row.unit, view.currency);
  const classes = [firstOfGroup && 'first-of-group', opened && 'opened'].filter(Boolean).join(' ');
  return (
    <tr className={classes || undefined} data-figure={row.figure}>
      <td className="group">{firstOfGroup ? GROUPS[row.group] : ''}</td>
      <td className={PART_OF_REVENUE.has(row.figure) ? 'figure part' : 'figure'}>
        <PlainButton aria-expanded={opened} onClick={() => onOpen(row.figure)}>
          {figureName(row.figure, grain)}
        </PlainButton>
        <TermMark term={figureTitle(row.figure)} isQuiet />
      </td>
      <td className="number latest">{value(row.series.at(-1))}</td>
      <td className="number second">{change(row.series.at(-1), row.before, row.unit)}</td>
      <td>
        <UsualMark row={row} where={standing(row)} awaited={view.awaited} value={value} />
      </td>
      <td>
        <Sparkline values={row.series} ticks={releases} band={bandOf(row)} width={150} height={20} />
      </td>
      <td className="number">{value(row.range)}</td>
      <td className="number second">
        {view.rangeComplete && view.comparedComplete ? change(row.range, row.compared, row.unit) : '–'}
      </td>
    </tr>
  );
}
