import { lazy, Suspense } from 'react';
import type { MeasureView } from '../../api/measures';
import type { RailView, VersionView } from '../../api/queries';
import { notesOn } from '../../charts/notes';
import { stepWords } from '../../words/measures';
import type { Words } from './question';
import type { Panel } from './series';

const SeriesChart = lazy(() => import('../../charts/SeriesChart'));
const RankedBars = lazy(() => import('../../charts/RankedBars'));

interface ChartsProps {
  panels: Panel[];
  view: MeasureView;
  words: Words;
  zone: string;
  versions: VersionView[];
  marks: RailView['marks'];
}

/** One chart a panel, releases and other marks upon each. */
export function Charts({ panels, view, words, zone, versions, marks }: ChartsProps) {
  const { periods } = view.range;
  const notes = notesOn(
    periods.map(({ days }) => days),
    versions,
    marks,
  );
  return (
    <Suspense fallback={<div style={{ height: 280 }} />}>
      {panels.map((panel) =>
        words.shape === 'ranked' ? (
          <RankedBars key={panel.key} panel={panel} currency={view.currency} />
        ) : (
          <SeriesChart
            key={panel.key}
            title={panels.length > 1 || view.range.groups.length > 0 ? panel.title : ''}
            labels={periods.map((period) => stepWords(period, words.step, zone))}
            whole={periods.map((period) => period.whole && period.complete)}
            lines={panel.lines}
            unit={panel.unit}
            currency={view.currency}
            shape={words.shape === 'table' || words.shape === 'week' ? 'lines' : words.shape}
            notes={notes}
            height={panels.length > 1 ? 220 : 280}
          />
        ),
      )}
    </Suspense>
  );
}
