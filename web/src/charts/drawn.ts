import type { Roles } from '../theme/roles';
import { echarts } from './EChart';
import { optionOf, type SeriesChartProps } from './SeriesChart';

/** A chart of lines as the text of an SVG, off the page; the names of its lines stand above it. */
export function drawnSeries(
  props: SeriesChartProps,
  roles: Roles,
  size: { width: number; height: number },
): string {
  const chart = echarts.init(null, undefined, { renderer: 'svg', ssr: true, ...size });
  chart.setOption({
    ...optionOf(props, roles),
    legend: {
      top: 0,
      left: 60,
      textStyle: { color: roles.ink },
      data: props.lines.map((line) => line.name),
    },
    grid: { left: 64, right: 24, top: 48, bottom: 26 },
    tooltip: { show: false },
  });
  const svg = chart.renderToSVGString();
  chart.dispose();
  return svg;
}
