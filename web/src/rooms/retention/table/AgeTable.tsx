import { Hint } from '../../../kit/Hint';
import Box from '@mui/material/Box';
import { memo, useMemo, useRef, type KeyboardEvent, type MouseEvent, type ReactNode } from 'react';
import { useWidth } from '../../../kit/useWidth';
import { NAMES_WIDTH } from './AgeCurves';
import { Table } from '../../../kit/Table';
import { moveByArrow, placeOf } from '../../../kit/cells';
import { PlainButton } from '../../../kit/buttons';
import { TermMark } from '../../../help/TermMark';

const SIZE_WIDTH = 62;
const MOST_CELL = 62;

/** Where columns stand, for what is drawn above them. */
export interface Columns {
  left: number;
  cell: number;
}

export interface AgeCell {
  /** Nothing: not begun, or nobody in it. */
  text: string;
  title?: string | undefined;
  open?: boolean;
  apart?: boolean;
  /** Brass at its edge: paid back from here on. */
  reached?: boolean;
  background?: string | undefined;
}

export interface AgeRow {
  key: string;
  name: ReactNode;
  note?: string | undefined;
  size: string;
  /** The release that began in it. */
  release?: string;
  cells: (AgeCell | null)[];
}

/** A line in the head, of all rows together. */
export interface HeadRow {
  key: string;
  name: string;
  size: string;
  cells: { text: string; title?: string | undefined }[];
  /** The term that its name is explained by. */
  term?: string;
  /** Whether its cells give their people. */
  gives?: boolean;
}

interface AgeTableProps {
  caption: string;
  corner: string;
  sizeHead: string;
  heads: string[];
  headRows: HeadRow[];
  rows: AgeRow[];
  nameWidth: number;
  leastCell: number;
  /** Whether names of curves stand behind the last column. */
  withNames: boolean;
  /** What is drawn above, on the same columns. */
  above: (columns: Columns) => ReactNode;
  /** The column by which rows are ordered; -1 for their size, undefined for neither. */
  ordered: number | undefined;
  onOrder: (column: number) => void;
  /** Somebody wants the people of a cell; row -1 is all together, column -1 the size. */
  onPick: (row: number, column: number, place: Element) => void;
}

/**
 * Rows by age. One stop of Tab: within, arrows move from cell to cell and Enter asks for the people of one. A head orders the rows
 * by its column.
 */
export function AgeTable(props: AgeTableProps) {
  const { ref, width } = useWidth<HTMLDivElement>();
  const { heads, nameWidth, withNames } = props;
  const left = nameWidth + SIZE_WIDTH;
  const room = (width - left - (withNames ? NAMES_WIDTH : 0) - 16) / heads.length;
  const cell = Math.floor(Math.max(props.leastCell, Math.min(MOST_CELL, room)));
  const tableWidth = left + cell * heads.length;
  const columns = useMemo(() => ({ left, cell }), [left, cell]);
  return (
    <Box ref={ref} sx={{ p: '4px 0 16px' }}>
      {width > 0 && (
        <div style={{ width: tableWidth }}>
          {props.above(columns)}
          <Sheet {...props} columns={columns} tableWidth={tableWidth} />
        </div>
      )}
    </Box>
  );
}

function Sheet(props: AgeTableProps & { columns: Columns; tableWidth: number }) {
  const { heads, headRows, rows, columns, nameWidth, tableWidth, onPick } = props;
  const table = useRef<HTMLTableElement>(null);
  const pick = (event: MouseEvent | KeyboardEvent) => {
    const place = placeOf(event.target);
    if (place && place.cell.dataset.told) onPick(place.row, place.column, place.cell);
  };
  const onKeyDown = (event: KeyboardEvent) => {
    if ((event.key === 'Enter' || event.key === ' ') && placeOf(event.target)) {
      event.preventDefault();
      pick(event);
    } else moveByArrow(event, table.current);
  };
  return (
    /* Cells are reached by arrows, so that Tab need not pass through hundreds. */
    <Table
      ref={table}
      role="grid"
      className="triangle"
      style={{ tableLayout: 'fixed', width: tableWidth }}
      onClick={pick}
      onKeyDown={onKeyDown}
    >
      <caption className="spoken">{props.caption}</caption>
      <colgroup>
        <col style={{ width: nameWidth }} />
        <col style={{ width: SIZE_WIDTH }} />
        {heads.map((_, column) => (
          <col key={column} style={{ width: columns.cell }} />
        ))}
      </colgroup>
      <thead>
        <tr>
          <th scope="col">
            {props.corner}
            <TermMark term="Cohort" isQuiet />
          </th>
          {[props.sizeHead, ...heads].map((head, at) => (
            <th
              key={at}
              scope="col"
              className={props.ordered === at - 1 ? 'number ordered' : 'number'}
              aria-sort={props.ordered === at - 1 ? 'descending' : undefined}
            >
              <PlainButton
                fullWidth
                sx={{ textAlign: 'inherit' }}
                aria-label={`Sort the rows by ${at === 0 ? head : `column ${head}`}`}
                onClick={() => props.onOrder(at - 1)}
              >
                {head}
              </PlainButton>
            </th>
          ))}
        </tr>
        {headRows.map((row) => (
          <tr className="pooled" key={row.key} data-row={row.gives ? -1 : undefined}>
            <th scope="row">
              {row.name}
              {row.term && <TermMark term={row.term} isQuiet />}
            </th>
            <td className="number">{row.size}</td>
            {row.cells.map((each, column) => (
              <td
                key={column}
                className="number"
                data-pooled={column}
                data-column={column}
                data-told={row.gives ? 'yes' : undefined}
                tabIndex={row.gives ? -1 : undefined}
                title={row.gives ? each.title : undefined}
              >
                {row.gives ? each.text : <Hint text={each.title}>{each.text}</Hint>}
              </td>
            ))}
          </tr>
        ))}
      </thead>
      <tbody>
        {rows.map((row, at) => (
          <Row key={row.key} row={row} at={at} />
        ))}
      </tbody>
    </Table>
  );
}

const Row = memo(function Row({ row, at }: { row: AgeRow; at: number }) {
  return (
    <tr className={row.release ? 'release-row' : undefined} data-row={at} data-cohort={row.key}>
      <th scope="row">
        <Hint text={row.note}>{row.name}</Hint>
        {row.release && (
          <Box
            className="release-name"
            component="span"
            sx={{ color: 'var(--releaseText)', fontWeight: 600, fontSize: 11, ml: 1.5 }}
          >
            {row.release}
          </Box>
        )}
      </th>
      <td className="number" data-column={-1} data-told="yes" tabIndex={at === 0 ? 0 : -1}>
        {row.size}
      </td>
      {row.cells.map((cell, column) => (
        <Cell key={column} cell={cell} column={column} />
      ))}
    </tr>
  );
});

function Cell({ cell, column }: { cell: AgeCell | null; column: number }) {
  if (!cell) return <td data-column={column} tabIndex={-1} />;
  const kinds = ['number', cell.open && 'open', cell.apart && 'apart', cell.reached && 'reached'].filter(
    Boolean,
  );
  return (
    <td
      className={kinds.join(' ')}
      data-column={column}
      data-age={cell.open ? undefined : column}
      data-told={cell.title === undefined ? undefined : 'yes'}
      aria-label={cell.text === '' ? 'not complete' : undefined}
      tabIndex={-1}
      title={cell.title}
      style={cell.background ? { background: cell.background } : undefined}
    >
      {cell.text}
    </td>
  );
}
