import { keepPreviousData, useQuery } from '@tanstack/react-query';
import type { Funnel, PersonCondition } from '../words/conditions';
import { answered, api } from './client';
import { appKey, type Grain, type Schemas } from './queries';

export type FunnelView = Schemas['FunnelView'];
export type StairsView = Schemas['StairsView'];

export interface FunnelAsk {
  funnel: Funnel;
  among: PersonCondition;
  by: Grain | null;
  split:
    { property: string; step?: number; top?: number } | { people: { name: string; who: object }[] } | null;
}

/** How far they get; not asked without a question. What is not there any more is left out, and said. */
export const useFunnel = (app: string, question: FunnelAsk | undefined) =>
  useQuery({
    queryKey: [...appKey(app), 'funnel', question],
    queryFn: ({ signal }) =>
      answered(
        api.POST('/api/apps/{app}/funnel', {
          params: { path: { app } },
          body: { ...question, lenient: true } as never,
          signal,
        }),
      ),
    enabled: question !== undefined,
    placeholderData: keepPreviousData,
  });
