import Box from '@mui/material/Box';
import { lazy, Suspense } from 'react';
import type { ChangesView, IncidentView } from '../../../api/changes';
import type { SeriesChartProps } from '../../../charts/SeriesChart';
import type { FrameContext } from '../../../model/frame';
import { notesOn } from '../../../charts/notes';
import { dayOf, dayWords, isoOf } from '../../../words/dates';
import { figureTitle } from '../../../words/figures';
import { chosenName, sliceWords, THINGS } from '../../../words/changes';

const SeriesChart = lazy(() => import('../../../charts/SeriesChart'));

const BEFORE = 35;
const AFTER = 14;

interface CaseChartProps {
  rail: FrameContext['rail'];
  view: ChangesView;
  incident: IncidentView;
}

/** What fell, day by day, beside where it was to be expected. */
export function chartOf({ rail, view, incident }: CaseChartProps): SeriesChartProps {
  const lead = incident.drops[0];
  const ofSlice = lead !== undefined && lead.slice.length > 0;
  const figure = lead?.figure ?? 'SESSIONS';
  const chosen = lead || incident.outage ? undefined : incident.chosen[0];
  const name = chosen ? chosenName(chosen) : figureTitle(figure);
  const first = dayOf(view.from);
  const end = Math.min(dayOf(view.fullDaysEnd), dayOf(incident.days.to) + AFTER);
  const begin = Math.max(first, dayOf(incident.days.from) - BEFORE);
  const days = Array.from({ length: Math.max(0, end - begin) }, (_, index) => begin + index);
  const cut = (values: (number | null)[]) => days.map((day) => values[day - first] ?? null);
  const { actual, expected, low, high } = incident.course;
  const line = (key: string, name: string, values: (number | null)[]) => ({
    key,
    name,
    values: cut(values),
    compared: undefined,
  });
  return {
    title: ofSlice
      ? `${figureTitle(figure)} of ${sliceWords(lead.slice)}: ${THINGS[figure] ?? 'six-minute intervals'} by day`
      : `${name} by day with its expected range (95%)`,
    labels: days.map(dayWords),
    whole: days.map(() => true),
    lines: ofSlice
      ? [line('actual', 'actual', actual), line('expected', 'expected', expected)]
      : [{ ...line('all', name, actual), band: { low: cut(low), high: cut(high) } }],
    unit: ofSlice ? 'COUNT' : (chosen?.unit ?? lead?.unit ?? 'COUNT'),
    currency: view.currency,
    shape: 'lines',
    notes: notesOn(
      days.map((day) => ({ from: isoOf(day), to: isoOf(day + 1) })),
      rail?.versions ?? [],
      rail?.marks ?? [],
    ),
    height: 300,
  };
}

export function CaseChart(props: CaseChartProps) {
  return (
    <Suspense fallback={<Box sx={{ height: 300 }} />}>
      <SeriesChart {...chartOf(props)} />
    </Suspense>
  );
}
