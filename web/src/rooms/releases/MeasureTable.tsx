import type { ComparedView } from '../../api/standings';
import { measureName, measureValue, OF, partWithin } from '../../words/standings';
import { Table } from '../../kit/Table';

/** Half as much to half as much again; what lies further is drawn to the edge. */
const REACH = 0.5;
const WIDTH = 140;
const HEIGHT = 14;

/** How what is measured differs between those on a release and those not on it. */
export function MeasureTable({ measures }: { measures: ComparedView[] }) {
  return (
    <Table className="ruled measures-of-release">
      <thead>
        <tr>
          <th>Measure</th>
          <th className="number">On it</th>
          <th className="number">Not on it</th>
          <th>Scale from −50% to +50%</th>
          <th>Difference, 95% interval</th>
          <th>Significant</th>
        </tr>
      </thead>
      <tbody>
        {measures.map((each) => (
          <tr key={each.measured}>
            <th scope="row">
              {measureName(each.measured)} <span className="second">{OF[each.unit]}</span>
            </th>
            <td className="number">{measureValue(each.on, each.unit)}</td>
            <td className="number">{measureValue(each.off, each.unit)}</td>
            <td>
              <IntervalMark compared={each} />
            </td>
            <td>{partWithin(each)}</td>
            <td className={each.isWorse ? 'fall' : undefined}>
              {each.isWorse ? 'worse' : each.isBetter ? 'better' : ''}
            </td>
          </tr>
        ))}
      </tbody>
    </Table>
  );
}

/** An interval beside no difference; its table twin is the cell next to it. */
function IntervalMark({ compared }: { compared: ComparedView }) {
  const x = (part: number) => ((Math.min(REACH, Math.max(-REACH, part)) + REACH) / (2 * REACH)) * WIDTH;
  const color = compared.isWorse ? 'var(--fall)' : 'var(--deep)';
  return (
    <svg width={WIDTH} height={HEIGHT} aria-hidden="true">
      <line x1={x(0)} x2={x(0)} y1={0} y2={HEIGHT} stroke="var(--rule-strong, var(--ink2))" />
      <line
        x1={x(compared.low)}
        x2={x(compared.high)}
        y1={HEIGHT / 2}
        y2={HEIGHT / 2}
        stroke={color}
        strokeWidth={3}
        strokeOpacity={0.45}
      />
      <circle cx={x(compared.part)} cy={HEIGHT / 2} r={3} fill={color} />
    </svg>
  );
}
