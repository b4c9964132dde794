import { keepPreviousData, useInfiniteQuery, useMutation, useQuery } from '@tanstack/react-query';
import { answered, api, csrfHeader, problem, ProblemError } from './client';
import { appKey, queryClient, type Schemas } from './queries';

export type ImportView = Schemas['ImportView'];
export type LookView = Schemas['LookView'];
export type ImportFormat = Schemas['ImportFormat'];
export type Column = Schemas['Column'];
export type HeldBackView = Schemas['HeldBackView'];
export type Kind = HeldBackView['kind'];
export type IntakeNow = Schemas['IntakeNow'];

/** Which rejected rows are meant. */
export interface Which {
  importId?: number;
  kind?: Kind;
  live?: boolean;
}

/** How many imports the server lists at once. */
export const IMPORTS_LISTED = 50;

const PIECE_BYTES = 8 << 20;
const LOOK_AGAIN_MS = 5_000;

const unfinished = (run: ImportView) => run.state === 'WAITING' || run.state === 'RUNNING';

/** The app's imports, newest first, looked at again twice a second while one is under way. */
export function useImports(app: string) {
  return useQuery({
    queryKey: [...appKey(app), 'imports'],
    queryFn: async () => {
      const before = queryClient.getQueryData<ImportView[]>([...appKey(app), 'imports']);
      const now = await answered(api.GET('/api/apps/{app}/imports', { params: { path: { app } } }));
      if (before?.some(unfinished) && !now.some(unfinished)) answersChanged(app);
      return now;
    },
    refetchInterval: (query) => (query.state.data?.some(unfinished) ? 500 : false),
    staleTime: 0,
  });
}

/** Imports older than the one given, newest first, as many as one asks for page by page; not asked for without one. */
export function useOlderImports(app: string, before: number | undefined) {
  const pages = useInfiniteQuery({
    queryKey: [...appKey(app), 'imports', 'before', before],
    queryFn: ({ pageParam, signal }) =>
      answered(
        api.GET('/api/apps/{app}/imports', {
          params: { path: { app }, query: { before: pageParam } },
          signal,
        }),
      ),
    initialPageParam: before,
    getNextPageParam: (page) => (page.length < IMPORTS_LISTED ? undefined : page.at(-1)?.id),
    enabled: before !== undefined,
  });
  return { ...pages, runs: pages.data?.pages.flat() ?? [] };
}

/** What came in changes every answer of this app. */
function answersChanged(app: string) {
  void queryClient.invalidateQueries({
    queryKey: appKey(app),
    predicate: (query) => query.queryKey[2] !== 'imports' && query.queryKey[2] !== 'intake',
  });
}

const importsChanged = (app: string) =>
  queryClient.invalidateQueries({ queryKey: [...appKey(app), 'imports'] });

/** How intake stands, looked at every few seconds; answers are asked for anew when events have come in. */
export function useIntakeNow(app: string) {
  return useQuery({
    queryKey: [...appKey(app), 'intake'],
    queryFn: async () => {
      const before = queryClient.getQueryData<IntakeNow>([...appKey(app), 'intake']);
      const now = await answered(api.GET('/api/apps/{app}/intake', { params: { path: { app } } }));
      if (before && (before.events !== now.events || before.heldBack !== now.heldBack)) answersChanged(app);
      return now;
    },
    refetchInterval: LOOK_AGAIN_MS,
    staleTime: 0,
  });
}

/** Tells one file of a person from another, so that an upload that broke off can be gone on with. */
const fingerprint = (file: File) => `${file.name}|${file.size}|${file.lastModified}`.slice(-200);

async function sendPiece(app: string, run: ImportView, file: File, signal: AbortSignal): Promise<ImportView> {
  const response = await fetch(
    `/api/apps/${encodeURIComponent(app)}/imports/${run.id}/bytes?from=${run.bytesHere}`,
    {
      method: 'PUT',
      headers: { ...csrfHeader(), 'Content-Type': 'application/octet-stream' },
      body: file.slice(run.bytesHere, run.bytesHere + PIECE_BYTES),
      signal,
    },
  );
  const answer: unknown = await response.json().catch(() => undefined);
  if (!response.ok) throw problem(response, answer);
  return answer as ImportView;
}

interface Sending {
  file: File;
  signal: AbortSignal;
  onProgress: (run: ImportView) => void;
}

/** Sends a file in pieces, from where its last sending broke off. */
export function useSendFile(app: string) {
  return useMutation({
    mutationFn: async ({ file, signal, onProgress }: Sending) => {
      let run = await answered(
        api.POST('/api/apps/{app}/imports', {
          params: { path: { app } },
          body: { fileName: file.name, bytes: file.size, fingerprint: fingerprint(file) },
          signal,
        }),
      );
      while (run.state === 'UPLOADING') {
        onProgress(run);
        run = await sendPiece(app, run, file, signal);
      }
      return run;
    },
    onSettled: () => importsChanged(app),
  });
}

/** How a file can be read; asked again whenever something of it was changed. */
export function useLook(app: string, id: number, changed: ImportFormat | undefined) {
  return useQuery({
    queryKey: ['look', app, id, changed],
    queryFn: ({ signal }) => {
      const params = { path: { app, id } };
      return answered(
        changed
          ? api.POST('/api/apps/{app}/imports/{id}/look', { params, body: changed, signal })
          : api.GET('/api/apps/{app}/imports/{id}/look', { params, signal }),
      );
    },
    placeholderData: keepPreviousData,
    staleTime: Infinity,
  });
}

export function useBegin(app: string) {
  return useMutation({
    mutationFn: ({ id, ...body }: { id: number; reading: ImportFormat; keep: boolean }) =>
      answered(api.POST('/api/apps/{app}/imports/{id}/begin', { params: { path: { app, id } }, body })),
    onSettled: () => importsChanged(app),
  });
}

export function useStop(app: string) {
  return useMutation({
    mutationFn: (id: number) =>
      answered(api.POST('/api/apps/{app}/imports/{id}/stop', { params: { path: { app, id } } })),
    onSettled: () => importsChanged(app),
  });
}

export function useHeldBack(app: string, which: Which, page: number) {
  return useQuery({
    queryKey: [...appKey(app), 'held-back', which, page],
    queryFn: () =>
      answered(
        api.GET('/api/apps/{app}/held-back', { params: { path: { app }, query: { ...which, page } } }),
      ),
    placeholderData: keepPreviousData,
  });
}

export function useHeldBackDays(app: string) {
  return useQuery({
    queryKey: [...appKey(app), 'held-back', 'days'],
    queryFn: () => answered(api.GET('/api/apps/{app}/held-back/days', { params: { path: { app } } })),
  });
}

const heldBackChanged = (app: string) =>
  queryClient.invalidateQueries({ queryKey: [...appKey(app), 'held-back'] });

/** A rejected row with all of its content; lists cut long ones. */
export function useWholeRow(app: string, row: HeldBackView) {
  return useQuery({
    queryKey: [...appKey(app), 'rejected-row', row.id],
    queryFn: () =>
      answered(api.GET('/api/apps/{app}/held-back/{id}', { params: { path: { app, id: row.id } } })),
    ...(row.isCut ? {} : { initialData: row }),
    staleTime: Infinity,
  });
}

/** Sends one row again, corrected. */
export function useCorrect(app: string) {
  return useMutation({
    mutationFn: ({ id, content }: { id: number; content: string }) =>
      answered(
        api.POST('/api/apps/{app}/held-back/{id}/again', {
          params: { path: { app, id } },
          body: { content },
        }),
      ),
    onSuccess: () => heldBackChanged(app),
  });
}

/** Sends rows again unchanged. */
export function useSendAgain(app: string) {
  return useMutation({
    mutationFn: (which: Which) =>
      answered(
        api.POST('/api/apps/{app}/held-back/again', { params: { path: { app }, query: { ...which } } }),
      ),
    onSuccess: () => heldBackChanged(app),
  });
}

/** Dismisses one rejected row, or all that are meant. */
export function useDismiss(app: string) {
  return useMutation({
    mutationFn: async (what: { id: number } | { which: Which }) => {
      if ('id' in what)
        await answered(
          api.POST('/api/apps/{app}/held-back/{id}/dismiss', { params: { path: { app, id: what.id } } }),
        );
      else
        await answered(
          api.POST('/api/apps/{app}/held-back/dismiss', {
            params: { path: { app }, query: { ...what.which } },
          }),
        );
    },
    onSuccess: () => {
      void heldBackChanged(app);
      answersChanged(app);
    },
  });
}

export const wasStopped = (error: unknown) =>
  !(error instanceof ProblemError) && error instanceof Error && error.name === 'AbortError';
