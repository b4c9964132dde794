import { BarChart, LineChart } from 'echarts/charts';
import { GridComponent, LegendComponent, MarkLineComponent, TooltipComponent } from 'echarts/components';
import * as echarts from 'echarts/core';
import { LabelLayout } from 'echarts/features';
import { SVGRenderer } from 'echarts/renderers';
import type { EChartsOption } from 'echarts';
import { useEffect, useRef } from 'react';

echarts.use([
  BarChart,
  LineChart,
  GridComponent,
  LegendComponent,
  MarkLineComponent,
  TooltipComponent,
  LabelLayout,
  SVGRenderer,
]);

export { echarts };

interface EChartProps {
  option: EChartsOption;
  height: number;
  /** What the chart shows, aloud. */
  summary: string;
  /** Told where values stand once it is drawn: from a value to pixels from the top. */
  onDrawn?: (top: (value: number) => number) => void;
}

/** The one wrapper of the chart library: sizes with its place, follows its option, says what it shows. */
export function EChart({ option, height, summary, onDrawn }: EChartProps) {
  const place = useRef<HTMLDivElement>(null);
  const chart = useRef<echarts.EChartsType>(undefined);
  useEffect(() => {
    if (!place.current) return;
    const made = echarts.init(place.current, undefined, { renderer: 'svg' });
    chart.current = made;
    const observer = new ResizeObserver(() => made.resize());
    observer.observe(place.current);
    return () => {
      observer.disconnect();
      made.dispose();
    };
  }, []);
  useEffect(() => {
    const drawn = chart.current;
    drawn?.setOption(option, { notMerge: true });
    if (drawn) onDrawn?.((value) => drawn.convertToPixel({ yAxisIndex: 0 }, value));
  }, [option, onDrawn]);
  return <div ref={place} style={{ height }} role="img" aria-label={summary} />;
}
