import { NUMBERS } from './looks';
import { Fragment } from 'react';
import type { MeasureView } from '../../api/measures';
import { addsUp, measureChange, measureValue } from '../../words/measures';
import { count, share } from '../../words/numbers';
import type { Words } from './question';
import { groupName, mostDrawn, shownGroups, type Column } from './series';
import { Table } from '../../kit/Table';
import { Check } from '../../kit/fields';

interface GroupTableProps {
  view: MeasureView;
  words: Words;
  columns: Column[];
  /** Brings groups onto the chart, by their names. */
  onShow: (groups: string[]) => void;
}

const MOST_ROWS = 300;

/** What is a part of the whole has a share of it; people may be in several parts. */
const hasShare = ({ kind }: Column) => kind !== 'FORMULA' && (kind === 'PEOPLE' || addsUp(kind));

/** The groups of a split over the whole range; those ticked are on the chart. */
export function GroupTable({ view, words, columns, onShow }: GroupTableProps) {
  const { range, compared } = view;
  const drawn = shownGroups(range, words);
  const say = (value: number | null | undefined, column: Column) =>
    measureValue(value ?? null, column.unit, view.currency);
  const tick = (at: number) => {
    const next = drawn.includes(at)
      ? drawn.filter((each) => each !== at)
      : [...drawn, at].slice(-mostDrawn(words));
    onShow(next.map((each) => groupName(range.groups[each] ?? { parts: [] })));
  };
  const rows = range.groups.slice(0, MOST_ROWS);
  const saysPeople = columns[0]?.kind !== 'PEOPLE';
  return (
    <>
      <Table className="ruled sticky indent measures groups" sx={{ ...NUMBERS, mt: 1 }}>
        <caption className="spoken">
          One row per group over the whole range; ticked groups are in the chart.
        </caption>
        <thead>
          <tr>
            <th scope="col">In chart</th>
            <th scope="col">Group</th>
            {columns.map((column) => (
              <Fragment key={column.name}>
                <th scope="col" className="number">
                  {column.title}
                </th>
                {compared && (
                  <>
                    <th scope="col" className="number">
                      before
                    </th>
                    <th scope="col" className="number">
                      change
                    </th>
                  </>
                )}
                {hasShare(column) && (
                  <th scope="col" className="number">
                    of all
                  </th>
                )}
              </Fragment>
            ))}
            {saysPeople && (
              <th scope="col" className="number">
                users
              </th>
            )}
          </tr>
        </thead>
        <tbody>
          {[-1, ...rows.keys()].map((at) => {
            const group = range.groups[at];
            const name = group ? groupName(group) : 'total';
            const line = (column: Column, of: typeof range | null) => {
              const values = of?.measures[column.at];
              return at < 0 ? values?.all : values?.groups[at];
            };
            return (
              <tr key={at} className={at < 0 ? 'whole' : undefined} data-group={name}>
                <td>
                  {group && (
                    <Check
                      label={`Show ${name}`}
                      hidesLabel
                      checked={drawn.includes(at)}
                      onChange={() => tick(at)}
                    />
                  )}
                </td>
                <th scope="row">{name}</th>
                {columns.map((column) => {
                  const now = line(column, range);
                  const before = line(column, compared);
                  const all = range.measures[column.at]?.all.range;
                  return (
                    <Fragment key={column.name}>
                      <td className="number">{say(now?.range, column)}</td>
                      {compared && (
                        <>
                          <td className="number second">{say(before?.range, column)}</td>
                          <td className="number second">
                            {measureChange(now?.range ?? null, before?.range ?? null, column.unit)}
                          </td>
                        </>
                      )}
                      {hasShare(column) && (
                        <td className="number second">{all ? share((now?.range ?? 0) / all) : '–'}</td>
                      )}
                    </Fragment>
                  );
                })}
                {saysPeople && (
                  <td className="number second">
                    {count((at < 0 ? range.measures[0]?.all : range.measures[0]?.groups[at])?.people ?? 0)}
                  </td>
                )}
              </tr>
            );
          })}
        </tbody>
      </Table>
      {range.groups.length > MOST_ROWS && (
        <p className="second room-fault">
          {count(range.groups.length - MOST_ROWS)} smaller groups are not shown; the CSV has them.
        </p>
      )}
    </>
  );
}
