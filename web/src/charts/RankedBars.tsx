import { ChartTitle } from './ChartTitle';
import Box from '@mui/material/Box';
import { axisName, measureValue, type MeasureUnit } from '../words/measures';
import { useRoles } from '../theme/theme';
import { Hint } from '../kit/Hint';

interface RankedBarsProps {
  panel: { title: string; unit: MeasureUnit; lines: { key: string; name: string; range: number | null }[] };
  currency: string;
}

const LOOK = {
  m: '8px 16px 12px',
  maxWidth: 760,
  '& figcaption': { pl: 0 },
  '& .ranked-bar': {
    display: 'grid',
    gridTemplateColumns: '180px minmax(0, 1fr) 110px',
    gap: 2,
    alignItems: 'center',
    height: 24,
  },
  '& .ranked-bar > :nth-of-type(1)': {
    overflow: 'hidden',
    textOverflow: 'ellipsis',
    whiteSpace: 'nowrap',
    textAlign: 'right',
  },
  '& .ranked-bar > :nth-of-type(2)': { height: 14, borderLeft: '1px solid var(--ink2)' },
  '& .ranked-bar > :nth-of-type(2) > span': { display: 'block', height: '100%' },
};

/** The whole range of each line as a bar, largest first, its value beside it. */
export default function RankedBars({ panel, currency }: RankedBarsProps) {
  const roles = useRoles();
  const lines = [...panel.lines].sort((a, b) => (b.range ?? -Infinity) - (a.range ?? -Infinity));
  const most = Math.max(...lines.map((line) => Math.abs(line.range ?? 0)), Number.MIN_VALUE);
  return (
    <Box
      component="figure"
      sx={LOOK}
      aria-label={`${panel.title}, ${axisName(panel.unit, currency)} over the whole range`}
    >
      <ChartTitle>{panel.title}</ChartTitle>
      {lines.map((line) => (
        <div className="ranked-bar" key={line.key}>
          <span>
            <Hint text={line.name}>{line.name}</Hint>
          </span>
          <span>
            <span
              style={{
                width: `${(Math.abs(line.range ?? 0) / most) * 100}%`,
                background: (line.range ?? 0) < 0 ? roles.fall : roles.deep,
              }}
            />
          </span>
          <span>{measureValue(line.range, panel.unit, currency)}</span>
        </div>
      ))}
    </Box>
  );
}
