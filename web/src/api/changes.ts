import { useQuery } from '@tanstack/react-query';
import { answered, api } from './client';
import { appKey, type DayRange, type Figure, type Schemas } from './queries';

/** What is not known of an incident is null. */
export type IncidentView = Omit<
  Schemas['IncidentView'],
  'onset' | 'outage' | 'mixed' | 'arrived' | 'worth' | 'breakUp' | 'settled' | 'spot' | 'blamed'
> & {
  onset: Schemas['OnsetView'] | null;
  outage: Schemas['OutageView'] | null;
  mixed: Schemas['MixedView'] | null;
  arrived: Schemas['ArrivedView'] | null;
  worth: Schemas['WorthView'] | null;
  breakUp: BreakUpView | null;
  settled: Schemas['SettledView'] | null;
  spot: Schemas['SpotView'] | null;
  blamed: Schemas['BlamedView'] | null;
};
export type ChangesView = Omit<Schemas['ChangesView'], 'incidents'> & { incidents: IncidentView[] };
export type BreakUpView = Omit<Schemas['BreakUpView'], 'parts'> & { parts: BreakUpPart[] };
export type BreakUpPart = Schemas['RevenuePartView'];
export type SearchView = Omit<Schemas['SearchView'], 'incidents'> & { incidents: IncidentView[] };
export type DropView = Schemas['DropView'];
export type ChosenFall = Schemas['ChosenFallView'];
export type ChangeView = Schemas['ChangeView'];
export type SuspectView = Schemas['SuspectView'];
export type PropertyValue = Schemas['PropertyValue'];

/** All that fell, as the watch found it. */
export function useChanges(app: string, enabled = true) {
  return useQuery({
    queryKey: [...appKey(app), 'changes'],
    queryFn: async () => {
      const { answer, foot } = await answered(
        api.GET('/api/apps/{app}/changes', { params: { path: { app } } }),
      );
      return { answer: answer as ChangesView, foot };
    },
    enabled,
  });
}

/** What a search that takes long has found so far; asked once a second while it goes on. */
export function useSearch(app: string, enabled: boolean) {
  return useQuery({
    queryKey: [...appKey(app), 'search'],
    queryFn: async () =>
      (await answered(
        api.GET('/api/apps/{app}/changes/search', { params: { path: { app } } }),
      )) as unknown as SearchView,
    enabled,
    refetchInterval: 1_000,
    gcTime: 0,
  });
}

/** Where figures were to be expected on the full days of a range: of one figure, or of all. */
export function useBands(app: string, range: DayRange | undefined, figure?: Figure) {
  return useQuery({
    queryKey: [...appKey(app), 'changes', 'bands', range, figure],
    queryFn: () =>
      answered(
        api.GET('/api/apps/{app}/changes/bands', {
          params: {
            path: { app },
            query: { ...(range ?? { from: '', to: '' }), ...(figure ? { figure } : {}) },
          },
        }),
      ),
    enabled: range !== undefined,
  });
}
