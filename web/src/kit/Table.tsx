import MuiTable, { type TableProps } from '@mui/material/Table';

/**
 * A short table. Its look goes by its classes: `ruled` with hairlines over the whole width, `answer-table` as wide as it needs;
 * `sticky` when its heads stay in sight, `indent` when it stands at the edge of the answer; a row that is `opened` is shaded.
 */
export const Table = (props: TableProps) => <MuiTable {...props} />;
