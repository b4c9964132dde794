import { keepPreviousData, useMutation, useQuery } from '@tanstack/react-query';
import type { EventCondition, PersonCondition } from '../words/conditions';
import { answered, api } from './client';
import { appKey, queryClient, type DayRange, type Schemas } from './queries';

export type LevelView = Schemas['LevelView'];
export type CellView = Omit<Schemas['SquareView'], 'difference'> & {
  difference: Schemas['SquareDifference'] | null;
};
export type PlacesView = Omit<Schemas['PlacesView'], 'cells'> & { cells: CellView[] };
export type PlaceMeasure = Schemas['PlaceAsk']['measure'];

export interface PlaceAsk {
  level: number;
  range: DayRange;
  what: EventCondition | null;
  among: PersonCondition;
  compared: DayRange | null;
  first: PersonCondition | null;
  square: number;
  measure: PlaceMeasure;
  property: string | null;
  percent: number | null;
}

const placesKey = (app: string) => [...appKey(app), 'places'];

/** Where the drawing of a level is. */
export const planUrl = (app: string, level: number) => `/api/apps/${app}/places/plans/${level}`;

export function useLevels(app: string, enabled: boolean) {
  return useQuery({
    queryKey: [...placesKey(app), 'levels'],
    queryFn: () => answered(api.GET('/api/apps/{app}/places/levels', { params: { path: { app } } })),
    enabled,
  });
}

/** What is done where; not asked without a question. */
export function usePlaces(app: string, question: PlaceAsk | undefined) {
  return useQuery({
    queryKey: [...placesKey(app), question],
    queryFn: async ({ signal }) => {
      const { answer, foot } = await answered(
        api.POST('/api/apps/{app}/places', {
          params: { path: { app } },
          body: { ...question, lenient: true } as unknown as Schemas['PlaceAsk'],
          signal,
        }),
      );
      return { answer: answer as PlacesView, foot };
    },
    enabled: question !== undefined,
    placeholderData: keepPreviousData,
  });
}

/** Keeps the drawing of a level in place of the one before. */
export function useKeepPlan(app: string) {
  return useMutation({
    mutationFn: ({ level, svg }: { level: number; svg: string }) =>
      answered(
        api.PUT('/api/apps/{app}/places/plans/{level}', { params: { path: { app, level } }, body: { svg } }),
      ),
    onSuccess: () => queryClient.invalidateQueries({ queryKey: placesKey(app) }),
  });
}
