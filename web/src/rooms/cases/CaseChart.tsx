import { lazy, Suspense } from 'react';
import { useBands, type ChangesView, type IncidentView } from '../../api/changes';
import type { FrameContext } from '../../frame/Frame';
import { notesOn } from '../../charts/notes';
import { dayOf, dayWords, isoOf } from '../../words/dates';
import { figureTitle } from '../../words/figures';
import { sliceWords, THINGS } from '../../words/changes';

const SeriesChart = lazy(() => import('../../charts/SeriesChart'));

const BEFORE = 35;
const AFTER = 14;

interface CaseChartProps {
  frame: FrameContext;
  view: ChangesView;
  incident: IncidentView;
}

/** What fell, day by day, beside where it was to be expected. */
export function CaseChart({ frame: { app, rail }, view, incident }: CaseChartProps) {
  const lead = incident.drops[0];
  const ofSlice = lead !== undefined && lead.slice.length > 0;
  const figure = lead?.figure ?? 'SESSIONS';
  const first = dayOf(view.from);
  const end = Math.min(dayOf(view.fullDaysEnd), dayOf(incident.days.to) + AFTER);
  const begin = Math.max(first, dayOf(incident.days.from) - BEFORE);
  const bands = useBands(
    app.key,
    ofSlice || end <= begin ? undefined : { from: isoOf(begin), to: isoOf(end) },
    figure,
  );
  const days = Array.from({ length: Math.max(0, end - begin) }, (_, index) => begin + index);
  const cut = (values: (number | null)[]) => days.map((day) => values[day - first] ?? null);
  const band = bands.data?.answer.figures[0];
  if (!rail || (!ofSlice && !band)) return <div className="case-chart" />;
  const notes = notesOn(
    days.map((day) => ({ from: isoOf(day), to: isoOf(day + 1) })),
    rail.versions,
    rail.marks,
  );
  const lines = ofSlice
    ? [
        { key: 'actual', name: 'as it was', values: cut(incident.course.actual), compared: undefined },
        {
          key: 'expected',
          name: 'as others let expect',
          values: cut(incident.course.expected),
          compared: undefined,
        },
      ]
    : [
        {
          key: 'all',
          name: figureTitle(figure),
          values: band?.values ?? [],
          compared: undefined,
          band: { low: band?.low ?? [], high: band?.high ?? [] },
        },
      ];
  const title = ofSlice
    ? `${figureTitle(figure)} of ${sliceWords(lead.slice)}: ${THINGS[figure] ?? 'pieces of six minutes'} by day`
    : `${figureTitle(figure)} by day, and where 95 of 100 days were to be expected`;
  return (
    <Suspense fallback={<div className="case-chart" />}>
      <SeriesChart
        title={title}
        labels={days.map(dayWords)}
        whole={days.map(() => true)}
        lines={lines}
        unit={ofSlice ? 'COUNT' : (band?.unit ?? 'COUNT')}
        currency={view.currency}
        shape="lines"
        notes={notes}
        height={300}
      />
    </Suspense>
  );
}
