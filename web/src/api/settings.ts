import { keepPreviousData, useMutation, useQuery } from '@tanstack/react-query';
import { answered, api } from './client';
import { appKey, queryClient, type Schemas } from './queries';

export type PersonView = Schemas['PersonView'];
export type Role = PersonView['role'];
export type KeyView = Schemas['KeyView'];
export type EnteredRelease = Schemas['EnteredRelease'];
export type EnteredMark = Schemas['EnteredMark'];
export type ReleaseEntry = Schemas['ReleaseEntry'];
export type MarkEntry = Schemas['MarkEntry'];

const peopleKey = ['people'];

export function usePeople() {
  return useQuery({ queryKey: peopleKey, queryFn: () => answered(api.GET('/api/people')) });
}

const peopleChanged = () => queryClient.invalidateQueries({ queryKey: peopleKey });

export function useAddPerson() {
  return useMutation({
    mutationFn: (body: Schemas['NewPerson']) => answered(api.POST('/api/people', { body })),
    onSuccess: peopleChanged,
  });
}

export function useChangeRole() {
  return useMutation({
    mutationFn: ({ id, role }: { id: number; role: Role }) =>
      answered(api.PUT('/api/people/{id}/role', { params: { path: { id } }, body: { role } })),
    onSettled: peopleChanged,
  });
}

export function useNewPassword() {
  return useMutation({
    mutationFn: (id: number) => answered(api.POST('/api/people/{id}/password', { params: { path: { id } } })),
  });
}

/** Shuts somebody out, or lets them in again. */
export function useShutOut() {
  return useMutation({
    mutationFn: ({ id, out }: { id: number; out: boolean }) => {
      const params = { path: { id } };
      return answered(
        out ? api.DELETE('/api/people/{id}', { params }) : api.POST('/api/people/{id}/return', { params }),
      );
    },
    onSettled: peopleChanged,
  });
}

export function useOwnPassword() {
  return useMutation({
    mutationFn: (body: Schemas['OwnPassword']) => answered(api.PUT('/api/session/password', { body })),
  });
}

export function useKeys(app: string) {
  return useQuery({
    queryKey: [...appKey(app), 'keys'],
    queryFn: () => answered(api.GET('/api/apps/{app}/keys', { params: { path: { app } } })),
  });
}

const keysChanged = (app: string) => queryClient.invalidateQueries({ queryKey: [...appKey(app), 'keys'] });

export function useMakeKey(app: string) {
  return useMutation({
    mutationFn: (body: Schemas['NewKey']) =>
      answered(api.POST('/api/apps/{app}/keys', { params: { path: { app } }, body })),
    onSuccess: () => keysChanged(app),
  });
}

export function useRevokeKey(app: string) {
  return useMutation({
    mutationFn: (id: number) =>
      answered(api.DELETE('/api/apps/{app}/keys/{id}', { params: { path: { app, id } } })),
    onSuccess: () => keysChanged(app),
  });
}

export function useReleases(app: string) {
  return useQuery({
    queryKey: [...appKey(app), 'releases'],
    queryFn: () => answered(api.GET('/api/apps/{app}/releases', { params: { path: { app } } })),
  });
}

export function useMarks(app: string) {
  return useQuery({
    queryKey: [...appKey(app), 'marks'],
    queryFn: () => answered(api.GET('/api/apps/{app}/marks', { params: { path: { app } } })),
  });
}

/** How what the app's store announced lies beside what is known; asked again with the releases. */
export function useStoreFeed(app: string) {
  return useQuery({
    queryKey: [...appKey(app), 'releases', 'store'],
    queryFn: () => answered(api.GET('/api/apps/{app}/releases/store', { params: { path: { app } } })),
  });
}

/** Releases and marks stand on the rail, too. */
const marksChanged = (app: string) =>
  queryClient.invalidateQueries({
    queryKey: appKey(app),
    // Releases are what cases and standings go by.
    predicate: (query) =>
      ['releases', 'marks', 'rail', 'changes', 'standings'].includes(String(query.queryKey[2])),
  });

export function useTakeOver(app: string) {
  return useMutation({
    mutationFn: () => answered(api.POST('/api/apps/{app}/releases/store', { params: { path: { app } } })),
    onSuccess: () => marksChanged(app),
  });
}

/** Enters a release, or changes the one with an id. */
export function useSaveRelease(app: string) {
  return useMutation({
    mutationFn: ({ id, entry }: { id?: number; entry: ReleaseEntry }) =>
      answered(
        id === undefined
          ? api.POST('/api/apps/{app}/releases', { params: { path: { app } }, body: entry })
          : api.PUT('/api/apps/{app}/releases/{id}', { params: { path: { app, id } }, body: entry }),
      ),
    onSuccess: () => marksChanged(app),
  });
}

/** Enters a mark, or changes the one with an id. */
export function useSaveMark(app: string) {
  return useMutation({
    mutationFn: ({ id, entry }: { id?: number; entry: MarkEntry }) =>
      answered(
        id === undefined
          ? api.POST('/api/apps/{app}/marks', { params: { path: { app } }, body: entry })
          : api.PUT('/api/apps/{app}/marks/{id}', { params: { path: { app, id } }, body: entry }),
      ),
    onSuccess: () => marksChanged(app),
  });
}

export function useRemove(app: string) {
  return useMutation({
    mutationFn: async ({ what, id }: { what: 'release' | 'mark'; id: number }) => {
      const params = { path: { app, id } };
      await (what === 'release'
        ? answered(api.DELETE('/api/apps/{app}/releases/{id}', { params }))
        : answered(api.DELETE('/api/apps/{app}/marks/{id}', { params })));
    },
    onSuccess: () => marksChanged(app),
  });
}

export function useImportMarks(app: string) {
  return useMutation({
    mutationFn: async (file: File) =>
      answered(
        api.POST('/api/apps/{app}/marks/file', {
          params: { path: { app } },
          body: { text: await file.text() },
        }),
      ),
    onSuccess: () => marksChanged(app),
  });
}

/** Rates that are known, and what is missing. */
export function useRates(app: string) {
  return useQuery({
    queryKey: [...appKey(app), 'rates'],
    queryFn: () => answered(api.GET('/api/apps/{app}/rates', { params: { path: { app } } })),
  });
}

/** Every figure of money may change. */
export function useBringRates(app: string) {
  return useMutation({
    mutationFn: async (file: File) =>
      answered(
        api.POST('/api/apps/{app}/rates', {
          params: { path: { app } },
          body: { text: await file.text() },
        }),
      ),
    onSuccess: () => queryClient.invalidateQueries({ queryKey: appKey(app) }),
  });
}

export function useSettlements(app: string) {
  return useQuery({
    queryKey: [...appKey(app), 'settlements'],
    queryFn: () => answered(api.GET('/api/apps/{app}/settlements', { params: { path: { app } } })),
  });
}

/** What the watch finds may change. */
export function useBringSettlements(app: string) {
  return useMutation({
    mutationFn: async (file: File) =>
      answered(
        api.POST('/api/apps/{app}/settlements', {
          params: { path: { app } },
          body: { text: await file.text() },
        }),
      ),
    onSuccess: () =>
      queryClient.invalidateQueries({
        queryKey: appKey(app),
        predicate: (query) => ['settlements', 'changes', 'cases'].includes(String(query.queryKey[2])),
      }),
  });
}

export type AuditEntry = Schemas['AuditPage']['entries'][number];

/** Which entries of the audit log are wanted; an empty text is no matter. Days are those of UTC. */
export interface AuditFilter {
  who: string;
  action: string;
  app: string;
  from: string;
  to: string;
}

/** What of a filter is asked. */
export const auditQuery = (filter: AuditFilter): Record<string, string> =>
  Object.fromEntries(Object.entries(filter).filter(([, value]) => value !== ''));

const sessionsKey = ['session', 'all'];

/** Where the member is signed in, the newest first. */
export const useOpenSessions = () =>
  useQuery({ queryKey: sessionsKey, queryFn: () => answered(api.GET('/api/session/all')), staleTime: 0 });

export function useEndOtherSessions() {
  return useMutation({
    mutationFn: () => answered(api.DELETE('/api/session/others')),
    onSuccess: (left) => queryClient.setQueryData(sessionsKey, left),
  });
}

export function useAudit(filter: AuditFilter, page: number) {
  return useQuery({
    queryKey: ['audit', filter, page],
    queryFn: () => answered(api.GET('/api/audit', { params: { query: { ...auditQuery(filter), page } } })),
    placeholderData: keepPreviousData,
    staleTime: 0,
  });
}
