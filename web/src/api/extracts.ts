import { keepPreviousData, useQuery } from '@tanstack/react-query';
import type { EventCondition, PersonCondition } from '../words/conditions';
import { answered, api, csrfHeader } from './client';
import { appKey, type DayRange, type Schemas } from './queries';

export type ExtractView = Schemas['ExtractView'];
export type Format = Schemas['FileAsk']['format'];

export interface ExtractAsk {
  range: DayRange;
  what: EventCondition | null;
  among: PersonCondition;
  by: string | null;
  largestFirst: boolean;
  from: number;
  most: number;
}

const body = (question: ExtractAsk) => ({ ...question, lenient: true }) as unknown as Schemas['ExtractAsk'];

/** A page of single events; not asked without a question. */
export function useExtract(app: string, question: ExtractAsk | undefined) {
  return useQuery({
    queryKey: [...appKey(app), 'extract', question],
    queryFn: ({ signal }) =>
      answered(
        api.POST('/api/apps/{app}/extracts', {
          params: { path: { app } },
          body: question ? body(question) : ({} as Schemas['ExtractAsk']),
          signal,
        }),
      ),
    enabled: question !== undefined,
    placeholderData: keepPreviousData,
  });
}

/** All of them as a file. */
export async function extractFile(
  app: string,
  question: ExtractAsk,
  format: Format,
  columns: string[],
): Promise<Blob> {
  const response = await fetch(`/api/apps/${app}/extracts/file`, {
    method: 'POST',
    headers: { 'Content-Type': 'application/json', ...csrfHeader() },
    body: JSON.stringify({ events: body(question), format, columns }),
  });
  if (!response.ok) {
    const problem = (await response.json().catch(() => ({}))) as { detail?: string };
    throw new Error(problem.detail ?? 'The file could not be written.');
  }
  return response.blob();
}
