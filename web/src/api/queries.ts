import {
  keepPreviousData,
  QueryCache,
  QueryClient,
  queryOptions,
  useMutation,
  useQuery,
} from '@tanstack/react-query';
import { answered, api, csrfHeader, problem, ProblemError } from './client';
import type { components } from './schema.generated';

type Schemas = components['schemas'];
export type AppView = Schemas['AppView'];
export type DayRange = Schemas['DayRange'];
export type Figure = Schemas['RowView']['figure'];
export type Grain = Schemas['TideTableQuestion']['grain'];
export type Unit = Schemas['RowView']['unit'];
export type Foot = Schemas['Foot'];
export type RailView = Schemas['RailView'];
export type VersionView = Schemas['VersionView'];
export type TideTableView = Schemas['TideTableView'];
export type RowView = Schemas['RowView'];
export type RetentionView = Schemas['RetentionView'];
export type CohortView = Schemas['CohortView'];
export type PooledView = Schemas['PooledView'];
export type ImportView = Schemas['ImportView'];
export type TideTableQuestion = Schemas['TideTableQuestion'];
export type RetentionAsk = Schemas['RetentionAsk'];
export type NewApp = Schemas['NewApp'];

const sessionKey = ['session'];

/** Answers stay; whoever is no longer signed in is shown the door. */
export const queryClient = new QueryClient({
  queryCache: new QueryCache({
    onError: (error, query) => {
      if (error instanceof ProblemError && error.status === 401 && query.queryKey[0] !== 'session') {
        void queryClient.invalidateQueries({ queryKey: sessionKey });
      }
    },
  }),
  defaultOptions: {
    queries: { retry: false, refetchOnWindowFocus: false, staleTime: 60_000 },
  },
});

export function useSession() {
  return useQuery({ queryKey: sessionKey, queryFn: () => answered(api.GET('/api/session')) });
}

export function useSignIn() {
  return useMutation({
    mutationFn: (body: Schemas['SignIn']) => answered(api.POST('/api/session', { body })),
    onSuccess: () => queryClient.resetQueries(),
  });
}

export function useSignOut() {
  return useMutation({
    mutationFn: () => answered(api.DELETE('/api/session')),
    onSuccess: () => queryClient.resetQueries(),
  });
}

export function useApps() {
  return useQuery({ queryKey: ['apps'], queryFn: () => answered(api.GET('/api/apps')) });
}

export function useCreateApp() {
  return useMutation({
    mutationFn: (body: NewApp) => answered(api.POST('/api/apps', { body })),
    onSuccess: () => queryClient.invalidateQueries({ queryKey: ['apps'] }),
  });
}

const appKey = (app: string) => ['app', app] as const;

const railQuery = (app: string, figure: Figure) =>
  queryOptions({
    queryKey: [...appKey(app), 'rail', figure],
    queryFn: () =>
      answered(api.GET('/api/apps/{app}/rail', { params: { path: { app }, query: { figure } } })),
    placeholderData: keepPreviousData,
  });

/** The rail; no data and an error of status 409 while the app has no events. */
export function useRail(app: string, figure: Figure) {
  return useQuery(railQuery(app, figure));
}

export function useTideTable(app: string, question: TideTableQuestion | undefined) {
  return useQuery({
    queryKey: [...appKey(app), 'tide-table', question],
    queryFn: ({ signal }) =>
      answered(
        api.POST('/api/apps/{app}/tide-table', {
          params: { path: { app } },
          body: question as TideTableQuestion,
          signal,
        }),
      ),
    enabled: question !== undefined,
    placeholderData: keepPreviousData,
  });
}

export function useRetention(app: string, question: RetentionAsk | undefined) {
  return useQuery({
    queryKey: [...appKey(app), 'retention', question],
    queryFn: ({ signal }) =>
      answered(
        api.POST('/api/apps/{app}/retention', {
          params: { path: { app } },
          body: question as RetentionAsk,
          signal,
        }),
      ),
    enabled: question !== undefined,
    placeholderData: keepPreviousData,
  });
}

const unfinished = (run: ImportView) => run.state === 'WAITING' || run.state === 'RUNNING';

/** The app's imports, newest first, looked at again twice a second while one is under way. */
export function useImports(app: string) {
  return useQuery({
    queryKey: [...appKey(app), 'imports'],
    queryFn: async () => {
      const before = queryClient.getQueryData<ImportView[]>([...appKey(app), 'imports']);
      const now = await answered(api.GET('/api/apps/{app}/imports', { params: { path: { app } } }));
      if (before?.some(unfinished) && !now.some(unfinished)) {
        // What came in changes every answer of this app.
        void queryClient.invalidateQueries({
          queryKey: appKey(app),
          predicate: (query) => query.queryKey[2] !== 'imports',
        });
      }
      return now;
    },
    refetchInterval: (query) => (query.state.data?.some(unfinished) ? 500 : false),
    staleTime: 0,
  });
}

export function useHeldBack(app: string, importId: number | undefined, page: number) {
  return useQuery({
    queryKey: [...appKey(app), 'held-back', importId, page],
    queryFn: () =>
      answered(
        api.GET('/api/apps/{app}/held-back', { params: { path: { app }, query: { importId, page } } }),
      ),
    placeholderData: keepPreviousData,
  });
}

/** Sends a file as it lies on the disk; the generated client has no way to stream one. */
export function useSendFile(app: string) {
  return useMutation({
    mutationFn: async (file: File): Promise<ImportView> => {
      const body = new FormData();
      body.append('file', file);
      const response = await fetch(`/api/apps/${encodeURIComponent(app)}/imports`, {
        method: 'POST',
        headers: csrfHeader(),
        body,
      });
      const answer: unknown = await response.json().catch(() => undefined);
      if (!response.ok) throw problem(response, answer);
      return answer as ImportView;
    },
    onSettled: () => queryClient.invalidateQueries({ queryKey: [...appKey(app), 'imports'] }),
  });
}
