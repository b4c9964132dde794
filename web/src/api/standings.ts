import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { answered, api } from './client';
import { appKey, type Schemas } from './queries';

/** How far a release can be told is null where nobody can be held against anybody. */
export type StandingView = Omit<Schemas['StandingView'], 'stillNeeded'> & { stillNeeded: number | null };
export type ComparedView = Schemas['ComparedView'];

/** How people of each value of a property took a release up. */
export function useAdoption(app: string, of: { version: string; platform: string }, by: string | null) {
  return useQuery({
    queryKey: [...appKey(app), 'standings', 'adoption', of.version, of.platform, by],
    queryFn: ({ signal }) =>
      answered(
        api.GET('/api/apps/{app}/standings/adoption', {
          params: {
            path: { app },
            query: { version: of.version, platform: of.platform, by: by ?? '' },
          },
          signal,
        }),
      ),
    enabled: by !== null,
    placeholderData: keepPreviousData,
  });
}

/** How releases were taken up and how they stand, the newest first. */
export function useStandings(app: string, enabled: boolean) {
  return useQuery({
    queryKey: [...appKey(app), 'standings'],
    queryFn: async () => {
      const { answer, foot } = await answered(
        api.GET('/api/apps/{app}/standings', { params: { path: { app } } }),
      );
      return { answer: { ...answer, releases: answer.releases as StandingView[] }, foot };
    },
    enabled,
  });
}
