import { keepPreviousData, useMutation, useQuery } from '@tanstack/react-query';
import type { PersonCondition } from '../words/conditions';
import { answered, api } from './client';
import { appKey, queryClient, type Schemas } from './queries';

export type RegisterView = Schemas['RegisterView'];
export type PersonView = Schemas['RegisterPerson'];
export type PersonLogView = Schemas['PersonLogView'];
export type EntryOfLog = Schemas['EntryOfLog'];
export type RegisterAsk = Omit<Schemas['RegisterAsk'], 'among'> & { among: PersonCondition };
export type By = RegisterAsk['by'];

export const askRegister = (app: string, question: RegisterAsk, signal?: AbortSignal) =>
  answered(
    api.POST('/api/apps/{app}/register', {
      params: { path: { app } },
      body: question as unknown as Schemas['RegisterAsk'],
      ...(signal ? { signal } : {}),
    }),
  );

/** A page of people; not asked without a question. */
export function useRegister(app: string, question: RegisterAsk | undefined) {
  return useQuery({
    queryKey: [...appKey(app), 'register', question],
    queryFn: ({ signal }) => askRegister(app, question as RegisterAsk, signal),
    enabled: question !== undefined,
    placeholderData: keepPreviousData,
  });
}

/** People by a sender's name of an account or an install. */
export const findPeople = (app: string, name: string) =>
  answered(api.GET('/api/apps/{app}/register', { params: { path: { app }, query: { name } } }));

/** One person's diary, some entries at a time, newest first. */
export function usePersonLog(app: string, id: string | null, from: number, most: number) {
  return useQuery({
    queryKey: [...appKey(app), 'person', id, from, most],
    queryFn: ({ signal }) =>
      answered(
        api.GET('/api/apps/{app}/register/{id}', {
          params: { path: { app, id: id ?? '' }, query: { from, most } },
          signal,
        }),
      ),
    enabled: id !== null,
    placeholderData: keepPreviousData,
  });
}

export type ErasureView = Schemas['ErasureView'];

const erasuresOf = (app: string) =>
  answered(api.GET('/api/apps/{app}/register/erasures', { params: { path: { app } } }));

const LOOK_AGAIN_MS = 2000;

/** Erasures of an app, newest first; looked at again while one is under way. */
export function useErasures(app: string) {
  return useQuery({
    queryKey: [...appKey(app), 'erasures'],
    queryFn: () => erasuresOf(app),
    refetchInterval: (query) =>
      query.state.data?.some((erasure) => erasure.state === 'WAITING') ? LOOK_AGAIN_MS : false,
  });
}

const pause = (ms: number) => new Promise((done) => setTimeout(done, ms));

/** Has a user erased for ever and waits until it is done, however long. */
export function useErasePerson(app: string) {
  return useMutation({
    mutationFn: async ({ id, typed }: { id: string; typed: string }): Promise<ErasureView> => {
      let erasure = await answered(
        api.DELETE('/api/apps/{app}/register/{id}', {
          params: { path: { app, id } },
          body: { typed },
        }),
      );
      while (erasure.state === 'WAITING' || (erasure.state === 'DONE' && erasure.leftovers === null)) {
        await pause(LOOK_AGAIN_MS);
        erasure = (await erasuresOf(app)).find((each) => each.id === erasure.id) ?? erasure;
      }
      if (erasure.state === 'FAILED') {
        throw new Error('This failed on our side. It is tried again at the next start of the server.');
      }
      return erasure;
    },
  });
}

/** Everything of an app is asked again. */
export const askAgain = (app: string) => queryClient.invalidateQueries({ queryKey: appKey(app) });
