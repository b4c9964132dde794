import { keepPreviousData, useMutation, useQuery } from '@tanstack/react-query';
import { useMemo } from 'react';
import { answered, api } from './client';
import { appKey, queryClient, type DayRange, type Schemas } from './queries';

export type RecordedEvents = Schemas['RecordedEvents'];
export type RecordedEvent = Schemas['RecordedEvent'];
export type RecordedProperty = Schemas['RecordedProperty'];
export type EntryView = Schemas['EntryView'];
export type EntryKind = EntryView['kind'];
export type Gap = Schemas['Gap'];
export type Sender = RecordedEvents['senders'][number];
export type ActivityAsk = Schemas['ActivityAsk'];

/** What is recorded of every event in a range; not asked without one. */
export function useCatalogueEvents(app: string, range: DayRange | undefined) {
  return useQuery({
    queryKey: [...appKey(app), 'catalogue-events', range],
    queryFn: ({ signal }) =>
      answered(
        api.POST('/api/apps/{app}/catalogue/events', {
          params: { path: { app } },
          body: { range: range as DayRange },
          signal,
        }),
      ),
    enabled: range !== undefined,
    placeholderData: keepPreviousData,
  });
}

export function useCatalogueProperties(app: string, range: DayRange | undefined) {
  return useQuery({
    queryKey: [...appKey(app), 'catalogue-properties', range],
    queryFn: ({ signal }) =>
      answered(
        api.POST('/api/apps/{app}/catalogue/properties', {
          params: { path: { app } },
          body: { range: range as DayRange },
          signal,
        }),
      ),
    enabled: range !== undefined,
    placeholderData: keepPreviousData,
  });
}

const entriesKey = (app: string) => [...appKey(app), 'catalogue-entries'];

/** What people wrote about events and properties. */
export function useEntries(app: string) {
  return useQuery({
    queryKey: entriesKey(app),
    queryFn: () => answered(api.GET('/api/apps/{app}/catalogue', { params: { path: { app } } })),
  });
}

const NO_ENTRIES: EntryView[] = [];

/** How events are shown and which are hidden; their own names while nobody wrote otherwise. */
export function useEventNames(app: string) {
  const entries = useEntries(app).data ?? NO_ENTRIES;
  return useMemo(() => {
    const find = (name: string) => entries.find((entry) => entry.kind === 'EVENT' && entry.name === name);
    return {
      shown: (name: string) => find(name)?.shownAs || name,
      hidden: (name: string) => find(name)?.hidden ?? false,
    };
  }, [entries]);
}

export function useWriteEntry(app: string) {
  return useMutation({
    mutationFn: (body: EntryView) =>
      answered(api.PUT('/api/apps/{app}/catalogue', { params: { path: { app } }, body })),
    // Statuses and gaps depend on what is retired.
    onSuccess: () =>
      Promise.all(
        ['catalogue-entries', 'catalogue-events', 'catalogue-properties'].map((what) =>
          queryClient.invalidateQueries({ queryKey: [...appKey(app), what] }),
        ),
      ),
  });
}

/** What would change if an event counted as activity, or no longer did. */
export function useActivityPreview(app: string, ask: ActivityAsk) {
  return useQuery({
    queryKey: [...appKey(app), 'activity-preview', ask],
    queryFn: ({ signal }) =>
      answered(
        api.POST('/api/apps/{app}/activity/preview', { params: { path: { app } }, body: ask, signal }),
      ),
  });
}

/** Everything of the app is asked again afterwards: all figures rest on activity. */
export function useChangeActivity(app: string) {
  return useMutation({
    mutationFn: (body: ActivityAsk) =>
      answered(api.PUT('/api/apps/{app}/activity', { params: { path: { app } }, body })),
    onSuccess: () => queryClient.invalidateQueries({ queryKey: appKey(app) }),
  });
}
