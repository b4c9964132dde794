import { keepPreviousData, useQuery } from '@tanstack/react-query';
import type { EventCondition, PersonCondition } from '../words/conditions';
import { answered, api } from './client';
import { appKey, type DayRange, type Schemas } from './queries';

type Ask = Schemas['MeasureAsk'];
type View = Schemas['MeasureView'];

/** The question; what may be absent is null. */
export type MeasureAsk = Pick<Ask, 'range' | 'step' | 'formulas' | 'lenient'> & {
  compared: DayRange | null;
  course: Ask['course'] | null;
  measures: OneMeasure[];
  only: EventCondition | null;
  among: PersonCondition;
  splits: OneSplit[];
};
export type OneMeasure = Omit<Schemas['OneMeasure'], 'what'> & { what: EventCondition | null };
export type OneSplit = Omit<Schemas['OneSplit'], 'people'> & {
  people: { name: string; who: PersonCondition }[] | null;
};
export type MeasureKind = OneMeasure['kind'];
export type Step = Ask['step'];
export type MeasureView = Omit<View, 'compared'> & { compared: Table | null };
export type Table = Schemas['TableView'];
export type Period = Table['periods'][number];
export type Values = Schemas['ValuesView'];
export type LineView = Schemas['LineView'];
export type GroupPart = Schemas['PartView'];

export const askMeasures = (app: string, question: MeasureAsk, signal?: AbortSignal) =>
  answered(
    api.POST('/api/apps/{app}/measures', {
      params: { path: { app } },
      body: question as unknown as Ask,
      ...(signal ? { signal } : {}),
    }),
  ) as Promise<{ answer: MeasureView; foot: Schemas['Foot'] }>;

/** Measures by period and group; not asked without a question. */
export function useMeasures(app: string, question: MeasureAsk | undefined) {
  return useQuery({
    queryKey: [...appKey(app), 'measures', question],
    queryFn: ({ signal }) => askMeasures(app, question as MeasureAsk, signal),
    enabled: question !== undefined,
    placeholderData: keepPreviousData,
  });
}

export type WeekHoursAnswer = Schemas['WeekHoursAnswer'];
export type WeekHoursAsk = Pick<MeasureAsk, 'range' | 'only' | 'among' | 'lenient'> &
  Pick<OneMeasure, 'what'>;

/** When in the week something is done. */
export function useWeekHours(app: string, question: WeekHoursAsk) {
  return useQuery({
    queryKey: [...appKey(app), 'week-hours', question],
    queryFn: ({ signal }) =>
      answered(
        api.POST('/api/apps/{app}/week-hours', {
          params: { path: { app } },
          body: question as unknown as Schemas['WeekHoursAsk'],
          signal,
        }),
      ),
    placeholderData: keepPreviousData,
  });
}
