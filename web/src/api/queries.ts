import {
  keepPreviousData,
  QueryCache,
  QueryClient,
  queryOptions,
  useMutation,
  useQuery,
} from '@tanstack/react-query';
import type { PersonCondition } from '../words/conditions';
import { answered, api, ProblemError } from './client';
import type { components } from './schema.generated';

export type Schemas = components['schemas'];
export type AppView = Schemas['AppView'];
export type DayRange = Schemas['DayRange'];
export type Figure = Schemas['RowView']['figure'];
export type Grain = Schemas['TideTableAsk']['grain'];
export type Unit = Schemas['RowView']['unit'];
export type Foot = Schemas['Foot'];
export type RailView = Schemas['RailView'];
export type VersionView = Schemas['VersionView'];
export type TideTableView = Schemas['TideTableView'];
export type RowView = Schemas['RowView'];
export type TideTableAsk = Pick<Schemas['TideTableAsk'], 'range' | 'compared' | 'grain'> & {
  among: PersonCondition;
};
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

/** Deletes an app for ever, and everything that is known of it here. */
export function useDeleteApp() {
  return useMutation({
    mutationFn: ({ key, name }: AppView) =>
      answered(api.DELETE('/api/apps/{app}', { params: { path: { app: key } }, body: { name } })),
    onSuccess: (_, app) => {
      queryClient.removeQueries({ queryKey: appKey(app.key) });
      return queryClient.invalidateQueries({ queryKey: ['apps'] });
    },
  });
}

export const appKey = (app: string) => ['app', app] as const;

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

export function useTideTable(app: string, question: TideTableAsk | undefined) {
  return useQuery({
    queryKey: [...appKey(app), 'tide-table', question],
    queryFn: ({ signal }) =>
      answered(
        api.POST('/api/apps/{app}/tide-table', {
          params: { path: { app } },
          body: { ...question, lenient: true } as unknown as Schemas['TideTableAsk'],
          signal,
        }),
      ),
    enabled: question !== undefined,
    placeholderData: keepPreviousData,
  });
}
