import { BarChart, HeatmapChart, LineChart, ScatterChart } from 'echarts/charts';
import { AriaComponent, GridComponent, LegendComponent, MarkLineComponent, TooltipComponent, VisualMapComponent } from 'echarts/components';
import { type EChartsCoreOption, init, use as register } from 'echarts/core';
import { SVGRenderer } from 'echarts/renderers';
import { useEffect, useRef } from 'react';

register([AriaComponent, BarChart, HeatmapChart, LegendComponent, LineChart, MarkLineComponent, ScatterChart, GridComponent, TooltipComponent, VisualMapComponent, SVGRenderer]);

interface Props {
  readonly option: EChartsCoreOption;
  /** What the chart shows, for whoever cannot see it; the figures stand in a table nearby. */
  readonly label: string;
  readonly height: number;
  readonly onPick?: (name: { readonly dataIndex: number; readonly data: unknown }) => void;
}

const STILL = '(prefers-reduced-motion: reduce)';

/** A chart, drawn as SVG and as wide as its place. */
export function Chart({ option, label, height, onPick }: Props) {
  const ref = useRef<HTMLDivElement>(null);
  const picked = useRef(onPick);
  picked.current = onPick;
  const newest = useRef(option);
  newest.current = option;
  const drawn = useRef<ReturnType<typeof init>>(null);
  useEffect(() => {
    if (ref.current === null) return;
    const chart = init(ref.current, null, { renderer: 'svg' });
    drawn.current = chart;
    chart.setOption(newest.current);
    chart.on('click', (e) => picked.current?.({ dataIndex: e.dataIndex ?? 0, data: e.data }));
    const observer = new ResizeObserver(() => chart.resize());
    observer.observe(ref.current);
    return () => {
      observer.disconnect();
      chart.dispose();
      drawn.current = null;
    };
  }, []);
  useEffect(() => { drawn.current?.setOption({ animation: !window.matchMedia(STILL).matches, ...option }, true); }, [option]);
  return <div ref={ref} role="img" aria-label={label} style={{ height }} className="w-full" />;
}
