import { keepPreviousData, useQuery } from '@tanstack/react-query';
import type { PersonCondition } from '../words/conditions';
import { answered, api } from './client';
import { appKey, type DayRange, type Schemas } from './queries';

export type ContrastView = Schemas['ContrastView'];
export type ContrastRow = Omit<Schemas['ContrastRow'], 'difference'> & {
  difference: Schemas['ContrastRow']['difference'] | null;
};

export interface ContrastAsk {
  range: DayRange;
  first: PersonCondition;
  /** Null for everybody else. */
  second: PersonCondition | null;
}

/** Two groups of people side by side; not asked without a question. */
export function useContrast(app: string, question: ContrastAsk | undefined) {
  return useQuery({
    queryKey: [...appKey(app), 'contrast', question],
    queryFn: ({ signal }) =>
      answered(
        api.POST('/api/apps/{app}/contrast', {
          params: { path: { app } },
          body: { ...question, lenient: true } as unknown as Schemas['ContrastAsk'],
          signal,
        }),
      ),
    enabled: question !== undefined,
    placeholderData: keepPreviousData,
  });
}
