import Box from '@mui/material/Box';
import { useRef, useState } from 'react';
import { compact } from '../words/numbers';
import { moveByArrow, placeOf } from '../kit/cells';
import { Table } from '../kit/Table';

const WEEKDAYS = ['Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat', 'Sun'];
const HOURS = Array.from({ length: 24 }, (_, hour) => hour);

/** Per cent of the dark colour at the most: numbers stay readable on it in both schemes. */
const DARKEST = 46;

const LOOK = {
  m: '8px 16px 16px',
  '& figcaption': { fontSize: 15, fontWeight: 600, p: '4px 0 8px' },
  '& table': { tableLayout: 'fixed', width: '100%', fontSize: 11 },
  '& th': { fontWeight: 400, color: 'text.secondary', textAlign: 'center' },
  '& tr > th:first-of-type': { width: 36, textAlign: 'left' },
  '& td': { height: 30, p: 0, textAlign: 'center', border: '1px solid var(--sheet)', overflow: 'hidden' },
};

interface WeekGridProps {
  title: string;
  /** Mean of each weekday and hour; null where no such day lies in the range. */
  values: (number | null)[][];
  /** All numbers of a cell in words. The line under the table shows them when a user points at the cell or moves to it. */
  say: (day: number, hour: number) => string;
}

/** Weekdays by hours of the day. Higher numbers have a darker cell. Tab reaches the table once; arrow keys move within it. */
export function WeekGrid({ title, values, say }: WeekGridProps) {
  const most = Math.max(...values.flat().map((value) => value ?? 0), Number.MIN_VALUE);
  const table = useRef<HTMLTableElement>(null);
  const [told, setTold] = useState<string>();
  const tell = (target: EventTarget) => {
    const place = placeOf(target);
    if (place) setTold(`${WEEKDAYS[place.row] ?? ''} ${say(place.row, place.column)}`);
  };
  return (
    <Box component="figure" sx={LOOK}>
      <figcaption className="serif">{title}</figcaption>
      <Table
        ref={table}
        role="grid"
        aria-label={title}
        onMouseOver={(event) => tell(event.target)}
        onFocus={(event) => tell(event.target)}
        onKeyDown={(event) => moveByArrow(event, table.current)}
      >
        <thead>
          <tr>
            <th scope="col">
              <span className="spoken">Weekday</span>
            </th>
            {HOURS.map((hour) => (
              <th scope="col" key={hour}>
                {hour}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {WEEKDAYS.map((name, day) => (
            <tr key={name} data-weekday={name} data-row={day}>
              <th scope="row">{name}</th>
              {HOURS.map((hour) => {
                const value = values[day]?.[hour] ?? null;
                const shade = Math.round(((value ?? 0) / most) * DARKEST);
                return (
                  <td
                    key={hour}
                    data-column={hour}
                    tabIndex={day === 0 && hour === 0 ? 0 : -1}
                    style={{ background: `color-mix(in srgb, var(--deep) ${shade}%, var(--sheet))` }}
                  >
                    {value === null ? '–' : compact(Number(value.toPrecision(3)))}
                  </td>
                );
              })}
            </tr>
          ))}
        </tbody>
      </Table>
      <p className="second" aria-live="polite">
        {told ?? 'Point at a square, or go to one with the arrow keys, for its events, users and days.'}
      </p>
    </Box>
  );
}
