import { useQuery } from '@tanstack/react-query';
import { useMemo } from 'react';
import type { Names, PersonCondition } from '../words/conditions';
import { useEventNames } from './catalogue';
import { answered, api } from './client';
import { appKey, type Schemas } from './queries';

export type Words = Schemas['Words'];

const NO_WORDS: Words = { events: [], properties: [], behaviours: [], segments: [] };

/** Everything a question can speak of. */
export function useWords(app: string): Words {
  return (
    useQuery({
      queryKey: [...appKey(app), 'words'],
      queryFn: () => answered(api.GET('/api/apps/{app}/words', { params: { path: { app } } })),
    }).data ?? NO_WORDS
  );
}

/** How things are shown. */
export function useNames(app: string): Names {
  const words = useWords(app);
  const events = useEventNames(app);
  return useMemo(
    () => ({
      event: events.shown,
      segment: (id) => words.segments.find((each) => each.id === id)?.name ?? `segment ${id}`,
    }),
    [words, events.shown],
  );
}

/** For how many people a condition holds. */
export function usePeopleCount(app: string, among: PersonCondition | undefined) {
  return useQuery({
    queryKey: [...appKey(app), 'people-count', among],
    queryFn: ({ signal }) =>
      answered(
        api.POST('/api/apps/{app}/people-count', {
          params: { path: { app } },
          body: { among: among as Record<string, unknown>, splitBy: null, value: null, top: null },
          signal,
        }),
      ),
    enabled: among !== undefined,
    placeholderData: (before) => before,
    retry: false,
  });
}

/** The most frequent values of a property, by the people who last, or first, had them. */
export function useValues(app: string, property: string, which: 'FIRST' | 'LATEST' = 'LATEST') {
  return useQuery({
    queryKey: [...appKey(app), 'values', property, which],
    queryFn: ({ signal }) =>
      answered(
        api.POST('/api/apps/{app}/people-count', {
          params: { path: { app } },
          body: { among: null, splitBy: property, value: which, top: 100 },
          signal,
        }),
      ),
    enabled: property !== '',
    staleTime: 600_000,
  });
}
