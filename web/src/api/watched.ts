import { useMutation, useQuery } from '@tanstack/react-query';
import type { EventCondition, PersonCondition } from '../words/conditions';
import { answered, api } from './client';
import type { OneMeasure } from './measures';
import { appKey, queryClient, type Schemas } from './queries';

/** A measure by its name among some, or without measures the headline figures of some people. */
export interface WatchedQuestion {
  watched: string | null;
  measures: OneMeasure[] | null;
  formulas: Schemas['OneFormula'][] | null;
  only: EventCondition | null;
  among: PersonCondition | null;
}

export type WatchedView = Omit<Schemas['WatchedView'], 'question'> & { question: WatchedQuestion };
export type WatchedEntry = Omit<Schemas['WatchedEntry'], 'question'> & { question: WatchedQuestion };
export type StandView = Schemas['StandView'];

/** What people chose to have watched besides the headline figures of everybody. */
export function useWatched(app: string, enabled = true) {
  return useQuery({
    queryKey: [...appKey(app), 'watched'],
    queryFn: async () =>
      (await answered(
        api.GET('/api/apps/{app}/watched', { params: { path: { app } } }),
      )) as unknown as WatchedView[],
    enabled,
  });
}

/** What is watched is found in cases, too, and uses segments; the search for it takes a while, and nobody waits for it here. */
const watchedChanged = (app: string) =>
  void queryClient.invalidateQueries({
    queryKey: appKey(app),
    predicate: (query) => ['watched', 'changes', 'segments'].includes(String(query.queryKey[2])),
  });

export function useWatch(app: string) {
  return useMutation({
    mutationFn: (body: WatchedEntry) =>
      answered(
        api.POST('/api/apps/{app}/watched', {
          params: { path: { app } },
          body: body as unknown as Schemas['WatchedEntry'],
        }),
      ),
    onSuccess: () => watchedChanged(app),
  });
}

export function useWatchNoMore(app: string) {
  return useMutation({
    mutationFn: (id: number) =>
      answered(api.DELETE('/api/apps/{app}/watched/{id}', { params: { path: { app, id } } })),
    onSuccess: () => watchedChanged(app),
  });
}
