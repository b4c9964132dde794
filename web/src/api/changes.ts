import { useQuery } from '@tanstack/react-query';
import { answered, api } from './client';
import { appKey, type Figure, type Schemas } from './queries';

/** What is not known of an incident is null. */
export type IncidentView = Omit<Schemas['IncidentView'], 'outage' | 'mixed' | 'spot' | 'blamed'> & {
  outage: Schemas['OutageView'] | null;
  mixed: Schemas['MixedView'] | null;
  spot: Schemas['SpotView'] | null;
  blamed: Schemas['BlamedView'] | null;
};
export type ChangesView = Omit<Schemas['ChangesView'], 'incidents'> & { incidents: IncidentView[] };
export type DropView = Schemas['DropView'];
export type ChangeView = Schemas['ChangeView'];
export type SuspectView = Schemas['SuspectView'];
export type Having = Schemas['Having'];

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

/** A figure by day with its expected band. */
export function useBand(app: string, figure: Figure | undefined) {
  return useQuery({
    queryKey: [...appKey(app), 'changes', 'band', figure],
    queryFn: () =>
      answered(
        api.GET('/api/apps/{app}/changes/band', {
          params: { path: { app }, query: { figure: figure as Figure } },
        }),
      ),
    enabled: figure !== undefined,
  });
}
