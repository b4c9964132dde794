import { lazy, Suspense } from 'react';
import type { DateFieldProps } from './dates';

/** The calendar is fetched when the first field with a date is opened. */
const Dates = lazy(() => import('./dates'));

/** A day, or a day with its time: typed by digits, or chosen in a calendar. */
export const DateField = (props: DateFieldProps) => (
  <Suspense fallback={null}>
    <Dates {...props} />
  </Suspense>
);
