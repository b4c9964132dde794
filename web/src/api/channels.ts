import { keepPreviousData, useMutation, useQuery } from '@tanstack/react-query';
import type { PersonCondition } from '../words/conditions';
import { answered, api } from './client';
import { appKey, queryClient, type Schemas } from './queries';

export type ChannelsView = Schemas['ChannelsView'];
export type RuleEntry = Schemas['RuleEntry'];
export type ArrivalsView = Schemas['Arrivals'];
type ArrivalsAsk = Pick<Schemas['ArrivalsAsk'], 'range' | 'compared'> & { among: PersonCondition };

/** The rules by which people came, and of which channels a cost is known. */
export function useChannels(app: string) {
  return useQuery({
    queryKey: [...appKey(app), 'channels'],
    queryFn: () => answered(api.GET('/api/apps/{app}/channels', { params: { path: { app } } })),
  });
}

/** Everybody's channel may change. */
export function useSaveRules(app: string) {
  return useMutation({
    mutationFn: (rules: RuleEntry[]) =>
      answered(api.PUT('/api/apps/{app}/channels/rules', { params: { path: { app } }, body: { rules } })),
    onSuccess: () => queryClient.invalidateQueries({ queryKey: appKey(app) }),
  });
}

export function useBringCosts(app: string) {
  return useMutation({
    mutationFn: async (file: File) =>
      answered(
        api.POST('/api/apps/{app}/channels/costs', {
          params: { path: { app } },
          body: { text: await file.text() },
        }),
      ),
    onSuccess: () =>
      queryClient.invalidateQueries({
        queryKey: appKey(app),
        predicate: (query) => ['channels', 'arrivals'].includes(String(query.queryKey[2])),
      }),
  });
}

/** New people by the channel by which they came, and what it cost. */
export function useArrivals(app: string, question: ArrivalsAsk | undefined) {
  return useQuery({
    queryKey: [...appKey(app), 'arrivals', question],
    queryFn: ({ signal }) =>
      answered(
        api.POST('/api/apps/{app}/channels/arrivals', {
          params: { path: { app } },
          body: { ...question, lenient: true } as unknown as Schemas['ArrivalsAsk'],
          signal,
        }),
      ),
    enabled: question !== undefined,
    placeholderData: keepPreviousData,
  });
}
