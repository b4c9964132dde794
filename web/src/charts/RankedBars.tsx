import { axisName, measureValue, type MeasureUnit } from '../words/measures';
import { useRoles } from '../theme/theme';
import './charts.css';

interface RankedBarsProps {
  panel: { title: string; unit: MeasureUnit; lines: { key: string; name: string; range: number | null }[] };
  currency: string;
}

/** The whole range of each line as a bar, largest first, its value beside it. */
export default function RankedBars({ panel, currency }: RankedBarsProps) {
  const roles = useRoles();
  const lines = [...panel.lines].sort((a, b) => (b.range ?? -Infinity) - (a.range ?? -Infinity));
  const most = Math.max(...lines.map((line) => Math.abs(line.range ?? 0)), Number.MIN_VALUE);
  return (
    <figure
      className="ranked-bars"
      aria-label={`${panel.title}, ${axisName(panel.unit, currency)} over the whole range`}
    >
      <figcaption className="serif chart-title">{panel.title}</figcaption>
      {lines.map((line) => (
        <div className="ranked-bar" key={line.key}>
          <span className="ranked-name" title={line.name}>
            {line.name}
          </span>
          <span className="ranked-track">
            <span
              style={{
                width: `${(Math.abs(line.range ?? 0) / most) * 100}%`,
                background: (line.range ?? 0) < 0 ? roles.fall : roles.deep,
              }}
            />
          </span>
          <span className="ranked-value">{measureValue(line.range, panel.unit, currency)}</span>
        </div>
      ))}
    </figure>
  );
}
