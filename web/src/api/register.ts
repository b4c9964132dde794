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

/** Erases a person for ever; everything of the app is asked again. */
export function useErasePerson(app: string) {
  return useMutation({
    mutationFn: ({ id, typed }: { id: string; typed: string }) =>
      answered(
        api.DELETE('/api/apps/{app}/register/{id}', {
          params: { path: { app, id } },
          body: { typed },
        }),
      ),
    onSuccess: () => queryClient.invalidateQueries({ queryKey: appKey(app) }),
  });
}
