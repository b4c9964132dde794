import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { answered, api } from './client';
import { appKey, type Schemas } from './queries';

export type MeasureAsk = Schemas['MeasureAsk'];
export type MeasureView = Schemas['MeasureView'];
export type GroupView = Schemas['GroupView'];
export type Counts = Schemas['SeriesCounts'];

/** Events and people by period and group; not asked without a question. */
export function useMeasures(app: string, question: MeasureAsk | undefined) {
  return useQuery({
    queryKey: [...appKey(app), 'measures', question],
    queryFn: ({ signal }) =>
      answered(
        api.POST('/api/apps/{app}/measures', {
          params: { path: { app } },
          body: question as MeasureAsk,
          signal,
        }),
      ),
    enabled: question !== undefined,
    placeholderData: keepPreviousData,
  });
}
