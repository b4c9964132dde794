import { useMutation, useQuery } from '@tanstack/react-query';
import { answered, api } from './client';
import { appKey, queryClient, type Schemas } from './queries';

type TargetView = Omit<Schemas['TargetView'], 'allowedBy'> & { allowedBy: string | null };
export type AlertsView = Omit<Schemas['AlertsView'], 'targets'> & { targets: TargetView[] };

const alertsKey = (app: string) => [...appKey(app), 'alerts'];
const changed = (app: string) => queryClient.invalidateQueries({ queryKey: alertsKey(app) });

export function useAlerts(app: string) {
  return useQuery({
    queryKey: alertsKey(app),
    queryFn: async () =>
      (await answered(api.GET('/api/apps/{app}/alerts', { params: { path: { app } } }))) as AlertsView,
  });
}

export function useAddTarget(app: string) {
  return useMutation({
    mutationFn: (body: Schemas['TargetEntry']) =>
      answered(api.POST('/api/apps/{app}/alerts/targets', { params: { path: { app } }, body })),
    onSuccess: () => changed(app),
  });
}

export function useAllowTarget(app: string) {
  return useMutation({
    mutationFn: (id: number) =>
      answered(api.PUT('/api/apps/{app}/alerts/targets/{id}/allowed', { params: { path: { app, id } } })),
    onSuccess: () => changed(app),
  });
}

export function useRemoveTarget(app: string) {
  return useMutation({
    mutationFn: (id: number) =>
      answered(api.DELETE('/api/apps/{app}/alerts/targets/{id}', { params: { path: { app, id } } })),
    onSuccess: () => changed(app),
  });
}
