import { useMutation, useQuery } from '@tanstack/react-query';
import type { EventCondition, PersonCondition } from '../words/conditions';
import { answered, api } from './client';
import { appKey, queryClient, type Schemas } from './queries';

type Json = Record<string, unknown>;

export type SegmentView = Omit<Schemas['SegmentView'], 'among'> & { among: PersonCondition | null };
export type BehaviourView = Omit<Schemas['BehaviourView'], 'what'> & { what: EventCondition };

const segmentsKey = (app: string) => [...appKey(app), 'segments'];
const behavioursKey = (app: string) => [...appKey(app), 'behaviours'];

/** Everything that rests on conditions is asked again: a name may stand for something else now. */
const changed = (app: string) => queryClient.invalidateQueries({ queryKey: appKey(app) });

export function useSegments(app: string) {
  return useQuery({
    queryKey: segmentsKey(app),
    queryFn: () =>
      answered(api.GET('/api/apps/{app}/segments', { params: { path: { app } } })) as Promise<SegmentView[]>,
  });
}

export interface SegmentEntry {
  id: number | undefined;
  name: string;
  description: string;
  owner: string;
  /** Null in a change of a list. */
  among: PersonCondition | null;
  fixed: boolean;
}

/** Makes a segment, or changes one that has a number. */
export function useSaveSegment(app: string) {
  return useMutation({
    mutationFn: ({ id, among, ...entry }: SegmentEntry) => {
      const body = { ...entry, among: among as Json | null };
      return answered(
        id === undefined
          ? api.POST('/api/apps/{app}/segments', { params: { path: { app } }, body })
          : api.PUT('/api/apps/{app}/segments/{id}', { params: { path: { app, id } }, body }),
      );
    },
    onSuccess: () => changed(app),
  });
}

export function useRemoveSegment(app: string) {
  return useMutation({
    mutationFn: (id: number) =>
      answered(api.DELETE('/api/apps/{app}/segments/{id}', { params: { path: { app, id } } })),
    onSuccess: () => changed(app),
  });
}

export function useBehaviours(app: string) {
  return useQuery({
    queryKey: behavioursKey(app),
    queryFn: () =>
      answered(api.GET('/api/apps/{app}/behaviours', { params: { path: { app } } })) as Promise<
        BehaviourView[]
      >,
  });
}

export type BehaviourEntry = Pick<BehaviourView, 'name' | 'description' | 'owner' | 'what' | 'endsFirstPath'>;

export function useWriteBehaviour(app: string) {
  return useMutation({
    mutationFn: ({ what, ...entry }: BehaviourEntry) =>
      answered(
        api.PUT('/api/apps/{app}/behaviours', {
          params: { path: { app } },
          body: { ...entry, what: what as Json },
        }),
      ),
    onSuccess: () => changed(app),
  });
}

export function useRemoveBehaviour(app: string) {
  return useMutation({
    mutationFn: (name: string) =>
      answered(api.DELETE('/api/apps/{app}/behaviours', { params: { path: { app }, query: { name } } })),
    onSuccess: () => changed(app),
  });
}
