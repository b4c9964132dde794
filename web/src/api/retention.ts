import { keepPreviousData, useQuery } from '@tanstack/react-query';
import type { EventCondition, PersonCondition } from '../words/conditions';
import { answered, api } from './client';
import { appKey, type DayRange, type Grain, type Schemas } from './queries';

type View = Schemas['TriangleView'];

export type Ages = Schemas['Ages'];
export type StartEntry = NonNullable<Schemas['FollowingAsk']['entry']>;
export type Clock = NonNullable<Schemas['FollowingAsk']['clock']>;
export type Counting = NonNullable<Schemas['RetentionAsk']['counting']>;
export type WorthKind = Schemas['WorthAsk']['kind'];
export type CohortView = Schemas['CohortView'];
export type PooledView = Schemas['PooledView'];
export type CellView = Schemas['CellView'];
export type ApartView = Schemas['ApartView'];
export type FollowedGroup = Schemas['FollowedGroup'];
export type MixView = Schemas['MixView'];
export type FlatteningView = Schemas['FlatteningView'];
export type ProjectionView = Schemas['ProjectionView'];
export type AroundView = Schemas['AroundView'];
export type TriangleView = Omit<View, 'flattening' | 'projection' | 'around'> & {
  flattening: FlatteningView | null;
  projection: ProjectionView | null;
  around: AroundView | null;
};
export type RetentionView = Omit<Schemas['RetentionView'], 'triangles'> & { triangles: TriangleView[] };
export type MeanView = Schemas['MeanView'];
export type ValueView = Schemas['ValueView'];
export type CurveView = Schemas['CurveView'];
export type SurvivalView = Omit<Schemas['SurvivalView'], 'test'> & {
  test: Schemas['TestView'] | null;
};
export type EarlyView = Schemas['EarlyView'];
export type TieView = Schemas['TieView'];

/** From what people are followed. */
export interface Following {
  range: DayRange;
  grain: Grain;
  start?: EventCondition;
  entry?: StartEntry;
  clock?: Clock;
}

/** By what people are told apart: a property, of which the first value counts, or groups side by side. */
export type Split = { property: string; top?: number } | { people: { name: string; who: PersonCondition }[] };

/** What all questions about people followed have in common. */
interface Followed {
  following: Following;
  among: PersonCondition;
  split: Split | null;
}

export interface RetentionAsk extends Followed {
  counting: Counting;
  ages: number;
  within: Ages[] | null;
  returns: { name: string; what: EventCondition | null }[];
  tolerance: number;
  around: string | null;
}

export interface ValueAsk extends Followed {
  ages: number;
  worth: { kind: WorthKind; what?: EventCondition; property?: string };
}

export interface SurvivalAsk extends Followed {
  quietDays: number;
}

export interface EarlyAsk {
  range: DayRange;
  returning: EventCondition | null;
  back: Ages;
  among: PersonCondition;
}

/** A question of the room; not asked without one. What is not there any more is left out, and said. */
function useAnswer<Q extends object, A>(
  app: string,
  room: string,
  question: Q | undefined,
  post: (body: never, signal: AbortSignal) => Promise<A>,
) {
  return useQuery({
    queryKey: [...appKey(app), room, question],
    queryFn: ({ signal }) => post({ ...question, lenient: true } as never, signal),
    enabled: question !== undefined,
    placeholderData: keepPreviousData,
  });
}

export const useRetention = (app: string, question: RetentionAsk | undefined) =>
  useAnswer(app, 'retention', question, (body, signal) =>
    answered(api.POST('/api/apps/{app}/retention', { params: { path: { app } }, body, signal })),
  );

export const useValue = (app: string, question: ValueAsk | undefined) =>
  useAnswer(app, 'retention value', question, (body, signal) =>
    answered(api.POST('/api/apps/{app}/retention/value', { params: { path: { app } }, body, signal })),
  );

export const useSurvival = (app: string, question: SurvivalAsk | undefined) =>
  useAnswer(app, 'retention survival', question, (body, signal) =>
    answered(api.POST('/api/apps/{app}/retention/survival', { params: { path: { app } }, body, signal })),
  );

export const useEarly = (app: string, question: EarlyAsk | undefined) =>
  useAnswer(app, 'retention early', question, (body, signal) =>
    answered(api.POST('/api/apps/{app}/retention/early', { params: { path: { app } }, body, signal })),
  );
