import { lazy, Suspense, type ReactNode } from 'react';
import type { DataRow, DataTableProps } from './grid';

/** The grid is large; it is fetched with the first long list. */
const Grid = lazy(() => import('./grid')) as unknown as <Row extends DataRow>(
  props: DataTableProps<Row>,
) => ReactNode;

/**
 * A long list: columns can be resized, moved out of sight by the menu in their heads, and copied with Ctrl C. The order is asked
 * from the server, because a page of a list cannot be sorted by itself.
 */
export const DataTable = <Row extends DataRow>(props: DataTableProps<Row>) => (
  <Suspense fallback={<p className="second room-fault">Loading …</p>}>
    <Grid {...props} />
  </Suspense>
);

export type { DataColumn, DataOrder, DataRow } from './grid';
