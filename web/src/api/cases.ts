import { useMutation, useQuery } from '@tanstack/react-query';
import { leadOf } from '../words/changes';
import type { ChangesView } from './changes';
import { answered, api } from './client';
import { appKey, queryClient, type Schemas } from './queries';

export type CaseRow = Schemas['CaseRow'];
export type CommentView = Schemas['CommentView'];
export type RecoveryView = Schemas['RecoveryView'];
export type FindingView = Omit<Schemas['FindingView'], 'found'> & { found: ChangesView };
export type CaseView = Omit<Schemas['CaseView'], 'findings' | 'words' | 'acted'> & {
  findings: FindingView[];
  words: Record<string, string>;
  acted: string | null;
};
type CaseEntry = Schemas['CaseEntry'];

const casesKey = (app: string) => [...appKey(app), 'cases'];

export function useCases(app: string) {
  return useQuery({
    queryKey: casesKey(app),
    queryFn: () => answered(api.GET('/api/apps/{app}/cases', { params: { path: { app } } })),
  });
}

export function useCase(app: string, id: number) {
  return useQuery({
    queryKey: [...casesKey(app), id],
    queryFn: async () =>
      (await answered(
        api.GET('/api/apps/{app}/cases/{id}', { params: { path: { app, id } } }),
      )) as unknown as CaseView,
  });
}

/** What the watch finds now of a case: one incident, or none. */
export function useNow(app: string, id: number, enabled: boolean) {
  return useQuery({
    queryKey: [...casesKey(app), id, 'now'],
    queryFn: async () => {
      const { answer, foot } = await answered(
        api.GET('/api/apps/{app}/cases/{id}/now', { params: { path: { app, id } } }),
      );
      return { answer: answer as unknown as ChangesView, foot };
    },
    enabled,
  });
}

/** How it goes since something was done; asked anew when another day is given. */
export function useRecovery(app: string, kept: CaseView) {
  const { id, acted, findings } = kept;
  const last = findings.at(-1)?.found.incidents[0];
  return useQuery({
    queryKey: [...casesKey(app), id, 'recovery', acted, findings.length],
    queryFn: () =>
      answered(api.GET('/api/apps/{app}/cases/{id}/recovery', { params: { path: { app, id } } })),
    enabled: acted !== null && last !== undefined && leadOf(last) !== undefined,
  });
}

const changed = (app: string) => queryClient.invalidateQueries({ queryKey: casesKey(app) });

export function useOpenCase(app: string) {
  return useMutation({
    mutationFn: (body: Schemas['NewCase']) =>
      answered(api.POST('/api/apps/{app}/cases', { params: { path: { app } }, body })),
    onSuccess: () => changed(app),
  });
}

export function useChangeCase(app: string, id: number) {
  return useMutation({
    mutationFn: (body: CaseEntry) =>
      answered(api.PUT('/api/apps/{app}/cases/{id}', { params: { path: { app, id } }, body })),
    onSuccess: () => changed(app),
  });
}

/** Takes what the watch finds now; what was taken before is kept. */
export function useTake(app: string, id: number) {
  return useMutation({
    mutationFn: () =>
      answered(api.POST('/api/apps/{app}/cases/{id}/findings', { params: { path: { app, id } } })),
    onSuccess: () => changed(app),
  });
}

export function useComment(app: string, id: number) {
  return useMutation({
    mutationFn: (text: string) =>
      answered(
        api.POST('/api/apps/{app}/cases/{id}/comments', { params: { path: { app, id } }, body: { text } }),
      ),
    onSuccess: () => changed(app),
  });
}
