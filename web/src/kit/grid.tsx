import { DataGrid, type GridColDef, type GridSortModel } from '@mui/x-data-grid';
import type { KeyboardEvent, ReactNode, SyntheticEvent } from 'react';

export interface DataRow {
  /** Different in every row. */
  id: string | number;
}

export interface DataColumn<Row extends DataRow = DataRow> {
  /** Different for every column; the name of its order. */
  key: string;
  name: string;
  /** What stands behind the name, such as a mark that explains it. */
  mark?: ReactNode;
  isNumber?: boolean;
  /** Whether the list can be ordered by it. */
  isOrdering?: boolean;
  /** Pixels at first, where the text of the column has no usual width. */
  width?: number;
  /** Takes the width that is left. */
  fills?: boolean;
  /** As plain text: what is copied. */
  text: (row: Row) => string;
  /** As it is shown, if it is more than the text. */
  show?: (row: Row) => ReactNode;
}

export interface DataOrder {
  key: string;
  largestFirst: boolean;
}

export interface DataTableProps<Row extends DataRow = DataRow> {
  /** What the list is, aloud. */
  label: string;
  columns: DataColumn<Row>[];
  rows: Row[];
  order?: DataOrder;
  onOrder?: (order: DataOrder) => void;
  /** Rows grow with long texts. */
  wraps?: boolean;
}

/** Using the mark of a column, or what the mark opened, does not order the list by that column. */
const stop = (event: SyntheticEvent) => event.stopPropagation();
const stopPress = (event: KeyboardEvent) => {
  if (event.key === 'Enter' || event.key === ' ') event.stopPropagation();
};

const columnOf = <Row extends DataRow>(column: DataColumn<Row>): GridColDef<Row> => ({
  field: column.key,
  headerName: column.name,
  sortable: column.isOrdering ?? false,
  ...(column.mark === undefined
    ? {}
    : {
        renderHeader: () => (
          <>
            {column.name}
            <span role="presentation" onClick={stop} onKeyDown={stopPress}>
              {column.mark}
            </span>
          </>
        ),
      }),
  filterable: false,
  ...(column.isNumber ? { align: 'right', headerAlign: 'right' } : {}),
  ...(column.fills ? { flex: 1, minWidth: column.width ?? 160 } : { width: column.width ?? 120 }),
  valueGetter: (_, row) => column.text(row),
  ...(column.show ? { renderCell: ({ row }) => column.show?.(row) } : {}),
});

/** What {@link DataTable} shows. Pages have at most some hundred rows, so all of them are drawn and can be found and read aloud. */
export default function Grid<Row extends DataRow>({
  label,
  columns,
  rows,
  order,
  onOrder,
  wraps = false,
}: DataTableProps<Row>) {
  const model: GridSortModel = order ? [{ field: order.key, sort: order.largestFirst ? 'desc' : 'asc' }] : [];
  return (
    <DataGrid
      aria-label={label}
      rows={rows}
      columns={columns.map(columnOf)}
      sortingMode="server"
      sortModel={model}
      sortingOrder={['desc', 'asc']}
      onSortModelChange={([first]) =>
        first && onOrder?.({ key: first.field, largestFirst: first.sort !== 'asc' })
      }
      {...(wraps ? { getRowHeight: () => 'auto' as const } : {})}
      rowHeight={27}
      columnHeaderHeight={30}
      disableVirtualization
      disableRowSelectionOnClick
      disableColumnFilter
      hideFooter
      autoHeight
    />
  );
}
