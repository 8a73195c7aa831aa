import { BarChart, HeatmapChart, LineChart, ScatterChart } from 'echarts/charts';
import {
  AriaComponent,
  GridComponent,
  LegendComponent,
  MarkLineComponent,
  TooltipComponent,
  VisualMapComponent,
} from 'echarts/components';
import { type EChartsCoreOption, init, use as register } from 'echarts/core';
import { SVGRenderer } from 'echarts/renderers';
import { useEffect, useEffectEvent, useRef } from 'react';

register([
  AriaComponent,
  BarChart,
  HeatmapChart,
  LegendComponent,
  LineChart,
  MarkLineComponent,
  ScatterChart,
  GridComponent,
  TooltipComponent,
  VisualMapComponent,
  SVGRenderer,
]);

interface Props {
  /** What is drawn; on a narrow place something else may be. */
  readonly option: EChartsCoreOption | ((narrow: boolean) => EChartsCoreOption);
  /** What the chart shows, for whoever cannot see it; the figures stand in a table nearby. */
  readonly label: string;
  readonly height: number;
  readonly onPick?: (name: { readonly dataIndex: number; readonly data: unknown }) => void;
}

/** A place narrower than this has no room for words beside the lines. */
const NARROW = 520;
const STILL = '(prefers-reduced-motion: reduce)';

/** A chart, drawn as SVG and as wide as its place. */
export function Chart({ option, label, height, onPick }: Props) {
  const ref = useRef<HTMLDivElement>(null);
  const drawn = useRef<ReturnType<typeof init>>(null);
  const draw = useEffectEvent(() => {
    const isNarrow = (drawn.current?.getWidth() ?? 0) < NARROW;
    const animation = !window.matchMedia(STILL).matches;
    drawn.current?.setOption({ animation, ...(typeof option === 'function' ? option(isNarrow) : option) }, true);
  });
  const pick = useEffectEvent((dataIndex: number, data: unknown) => onPick?.({ dataIndex, data }));
  useEffect(() => {
    if (ref.current === null) return;
    const chart = init(ref.current, null, { renderer: 'svg' });
    drawn.current = chart;
    chart.on('click', (e) => pick(e.dataIndex ?? 0, e.data));
    let narrow = chart.getWidth() < NARROW;
    const observer = new ResizeObserver(() => {
      chart.resize();
      if (narrow === chart.getWidth() < NARROW) return;
      narrow = !narrow;
      draw();
    });
    observer.observe(ref.current);
    return () => {
      observer.disconnect();
      chart.dispose();
      drawn.current = null;
    };
  }, []);
  useEffect(() => draw(), [option]);
  return <div ref={ref} role="img" aria-label={label} style={{ height }} className="w-full" />;
}
