import { keepPreviousData, useQuery } from '@tanstack/react-query';
import type { Funnel, PersonCondition } from '../words/conditions';
import { answered, api } from './client';
import { appKey, type Grain, type Schemas } from './queries';

export type FunnelView = Schemas['FunnelView'];
export type StairsView = Schemas['StairsView'];
export type TimesView = Schemas['TimesView'];
export type VersusView = Schemas['VersusView'];
export type AfterView = Schemas['AfterView'];
export type SlicesView = Schemas['SlicesView'];
export type IndependentView = Schemas['IndependentView'];
export type IndependentUnit = 'PEOPLE' | 'SESSIONS' | 'EVENTS';

export interface FunnelAsk {
  funnel: Funnel;
  among: PersonCondition;
  by: Grain | null;
  split:
    { property: string; step?: number; top?: number } | { people: { name: string; who: object }[] } | null;
}

/** How far they get; not asked without a question. What is not there any more is left out, and said. */
export const useFunnel = (app: string, question: FunnelAsk | undefined) =>
  useQuery({
    queryKey: [...appKey(app), 'funnel', question],
    queryFn: ({ signal }) =>
      answered(
        api.POST('/api/apps/{app}/funnel', {
          params: { path: { app } },
          body: { ...question, lenient: true } as never,
          signal,
        }),
      ),
    enabled: question !== undefined,
    placeholderData: keepPreviousData,
  });

/** Users who dropped off before a step; steps are numbered from 1. */
export interface LostAsk {
  funnel: Funnel;
  among: PersonCondition;
  step: number;
}

/** What the lost did next, beside those who went on; not asked without a question. */
export const useAfter = (app: string, question: (LostAsk & { until: 'WINDOW' | 'SESSION' }) | undefined) =>
  useQuery({
    queryKey: [...appKey(app), 'funnel-after', question],
    queryFn: ({ signal }) =>
      answered(
        api.POST('/api/apps/{app}/funnel/after', {
          params: { path: { app } },
          body: { ...question, lenient: true } as never,
          signal,
        }),
      ),
    enabled: question !== undefined,
    placeholderData: keepPreviousData,
  });

/** Which of them stop there more often than everyone else; takes longer than other questions. */
export const useSlices = (app: string, question: LostAsk) =>
  useQuery({
    queryKey: [...appKey(app), 'funnel-slices', question],
    queryFn: ({ signal }) =>
      answered(
        api.POST('/api/apps/{app}/funnel/slices', {
          params: { path: { app } },
          body: { ...question, lenient: true } as never,
          signal,
        }),
      ),
    placeholderData: keepPreviousData,
  });

export interface StepsAsk {
  funnel: Funnel;
  among: PersonCondition;
  unit: IndependentUnit;
}

/** Each step by itself; not asked without a question. */
export const useIndependent = (app: string, question: StepsAsk | undefined) =>
  useQuery({
    queryKey: [...appKey(app), 'funnel-independent', question],
    queryFn: ({ signal }) =>
      answered(
        api.POST('/api/apps/{app}/funnel/independent', {
          params: { path: { app } },
          body: { ...question, lenient: true } as never,
          signal,
        }),
      ),
    enabled: question !== undefined,
    placeholderData: keepPreviousData,
  });

/** The order in which most do the steps; asked when somebody wants it. */
export const askUsualOrder = (app: string, question: StepsAsk) =>
  answered(
    api.POST('/api/apps/{app}/funnel/order', {
      params: { path: { app } },
      body: { ...question, lenient: true } as never,
    }),
  );
