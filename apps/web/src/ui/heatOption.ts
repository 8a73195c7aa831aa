import type { EChartsCoreOption } from 'echarts/core';

/** From paper to the warning hue. */
const SHADES = ['#f3f5f9', '#f9dfdc', '#e59a93', '#b3261e'];
const MARGIN = { left: 128, right: 12, top: 8, bottom: 58 };
const MANY = 24;
const VERY_MANY = 40;

/**
 * A strip of shades: rows by columns, with what is said of each place and a scale that ends no lower than where it is
 * truly hard.
 */
export function heatOption(
  columns: readonly string[],
  rows: readonly string[],
  heat: readonly (readonly number[])[],
  said: (row: string, column: string, value: number) => string,
  trulyHard = 12,
): EChartsCoreOption {
  return {
    textStyle: { fontFamily: 'Archivo Variable, sans-serif' },
    grid: { ...MARGIN },
    tooltip: {
      formatter: (p: { data: [number, number, number] }) =>
        said(rows[p.data[1]] ?? '', columns[p.data[0]] ?? '', p.data[2]),
    },
    xAxis: {
      type: 'category',
      data: columns,
      axisLine: { show: false },
      axisTick: { show: false },
      axisLabel: {
        color: '#4b5872',
        interval: columns.length > VERY_MANY ? 'auto' : 0,
        hideOverlap: true,
        fontSize: columns.length > MANY ? 10 : 12,
        formatter: (name: string) => (name === 'pickup' ? '–' : name),
      },
    },
    yAxis: {
      type: 'category',
      data: rows,
      inverse: true,
      axisLine: { show: false },
      axisTick: { show: false },
      axisLabel: { color: '#15213a', fontSize: 12 },
    },
    visualMap: {
      min: 0,
      max: Math.max(trulyHard, ...heat.flat()),
      calculable: false,
      orient: 'horizontal',
      left: MARGIN.left,
      bottom: 0,
      itemWidth: 10,
      itemHeight: 90,
      text: ['hard', 'easy'],
      inRange: { color: SHADES },
      textStyle: { color: '#4b5872' },
    },
    series: [
      {
        type: 'heatmap',
        data: heat.flatMap((row, y) => row.map((v, x) => [x, y, Math.round(v * 10) / 10])),
        itemStyle: { borderColor: '#ffffff', borderWidth: 2 },
        emphasis: { itemStyle: { borderColor: '#0a7264' } },
      },
    ],
  };
}

/** The height of a strip with so many rows. */
export const heatHeight = (rows: number, rowHeight: number): number => rows * rowHeight + MARGIN.top + MARGIN.bottom;
