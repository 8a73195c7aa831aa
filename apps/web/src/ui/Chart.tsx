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
import { useCallback, useEffect, useRef } from 'react';

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
  const picked = useRef(onPick);
  picked.current = onPick;
  const newest = useRef(option);
  newest.current = option;
  const drawn = useRef<ReturnType<typeof init>>(null);
  const draw = useCallback(() => {
    const wanted = newest.current;
    drawn.current?.setOption(
      {
        animation: !window.matchMedia(STILL).matches,
        ...(typeof wanted === 'function' ? wanted(drawn.current.getWidth() < NARROW) : wanted),
      },
      true,
    );
  }, []);
  useEffect(() => {
    if (ref.current === null) return;
    const chart = init(ref.current, null, { renderer: 'svg' });
    drawn.current = chart;
    draw();
    chart.on('click', (e) => picked.current?.({ dataIndex: e.dataIndex ?? 0, data: e.data }));
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
  }, [draw]);
  useEffect(draw, [draw, option]);
  return <div ref={ref} role="img" aria-label={label} style={{ height }} className="w-full" />;
}
