import { READINESS } from '@cifra/core';
import type { ChartTable } from './chartData';

const INK = '#15213a';
const QUIET = '#4b5872';
const ACCENT = '#0a7264';
const FONT = { textStyle: { fontFamily: 'Archivo Variable, sans-serif' } };
const DAY_MS = 24 * 3600_000;

const DASHES = ['solid', 'dashed', 'dotted'] as const;
/** One hue in three depths and three kinds of line: told apart by line and name, never by colour alone. */
const DEPTHS = ['#0a7264', '#15213a', '#8a97ab', '#8a5000'];

/** Instruments whose numbers are the same are one line. */
function alike({
  heads,
  rows,
}: ChartTable): { readonly name: string; readonly data: readonly (readonly (string | number | undefined)[])[] }[] {
  const lines = new Map<string, { names: string[]; data: (readonly (string | number | undefined)[])[] }>();
  heads.slice(1).forEach((name, i) => {
    const data = rows.map((r) => [r[0], r[i + 1]] as const);
    const found = lines.get(JSON.stringify(data)) ?? { names: [], data };
    found.names.push(name);
    lines.set(JSON.stringify(data), found);
  });
  return [...lines.values()].map(({ names, data }) => ({
    data,
    name:
      names.length === heads.length - 1 && names.length > 1
        ? 'every instrument'
        : names.length > 2
          ? `${names[0] ?? ''} and ${names.length - 1} more`
          : names.join(', '),
  }));
}

/** How many notes each instrument knew, a stepped line each. */
export const notesOption = (table: ChartTable, narrow: boolean) => ({
  ...FONT,
  grid: { left: 36, right: narrow ? 14 : 170, top: 12, bottom: narrow ? 84 : 28 },
  tooltip: { trigger: 'axis' },
  ...(narrow ? { legend: { bottom: 0, left: 0, itemWidth: 28, textStyle: { color: INK } } } : {}),
  xAxis: { type: 'time', minInterval: DAY_MS, axisLabel: { color: QUIET, hideOverlap: true } },
  yAxis: { type: 'value', minInterval: 1, scale: true, axisLabel: { color: QUIET } },
  series: alike(table).map(({ name, data }, i) => ({
    name,
    type: 'line',
    step: 'end',
    symbol: 'none',
    data,
    lineStyle: {
      color: DEPTHS[i % DEPTHS.length],
      type: DASHES[Math.floor(i / DEPTHS.length) % DASHES.length],
      width: 2,
    },
    itemStyle: { color: DEPTHS[i % DEPTHS.length] },
    endLabel: { show: !narrow, formatter: '{a}', color: INK, fontSize: 11 },
    labelLayout: { moveOverlap: 'shiftY' },
  })),
});

/** Slowest, middle and fastest of those for whom a line is set, towards the goal. */
export const tempoOption = ({ rows }: ChartTable, goal: number) => ({
  ...FONT,
  grid: { left: 44, right: 80, top: 16, bottom: 28 },
  tooltip: { trigger: 'axis' },
  xAxis: { type: 'time', minInterval: DAY_MS, axisLabel: { color: QUIET, hideOverlap: true } },
  yAxis: { type: 'value', axisLabel: { color: QUIET, formatter: '{value} %' } },
  series: (
    [
      ['slowest', 1, 'dotted', QUIET],
      ['middle', 2, 'solid', ACCENT],
      ['fastest', 3, 'dashed', INK],
    ] as const
  ).map(([name, at, type, color], i) => ({
    name,
    type: 'line',
    symbol: 'none',
    data: rows.map((r) => [r[0], r[at]]),
    lineStyle: { type, color, width: i === 1 ? 3 : 2 },
    itemStyle: { color },
    endLabel: { show: true, formatter: '{a}', color: INK, fontSize: 11 },
    labelLayout: { moveOverlap: 'shiftY' },
    ...(i === 1 && {
      markLine: {
        symbol: 'none',
        silent: true,
        lineStyle: { color: INK, type: 'solid', width: 1 },
        label: { formatter: 'goal', color: INK, position: 'insideStartTop' },
        data: [{ yAxis: goal }],
      },
    }),
  })),
});

const READY_LOOK = [
  { color: ACCENT },
  { color: '#9fd0c8' },
  { color: '#dbe1ea' },
  {
    color: '#ffffff',
    borderColor: QUIET,
    borderWidth: 1,
    decal: { symbol: 'rect', dashArrayX: [1, 0], dashArrayY: [2, 5], rotation: -Math.PI / 4, color: QUIET },
  },
];

/** Who is ready for each line, one bar a line, at most twelve. */
export const readyOption = ({ heads, rows }: ChartTable, narrow: boolean) => {
  const shown = rows.slice(0, 12);
  const left = narrow ? 104 : 150;
  return {
    ...FONT,
    grid: { left, right: 24, top: narrow ? 58 : 34, bottom: 24 },
    tooltip: { trigger: 'axis', axisPointer: { type: 'shadow' } },
    legend: { top: 0, left: narrow ? 0 : left, textStyle: { color: INK } },
    xAxis: { type: 'value', minInterval: 1, axisLabel: { color: QUIET } },
    yAxis: {
      type: 'category',
      inverse: true,
      data: shown.map((r) => String(r[0])),
      axisTick: { show: false },
      axisLabel: { color: INK, width: left - 10, overflow: 'truncate' },
    },
    series: READINESS.map((_k, i) => ({
      name: heads[i + 1],
      type: 'bar',
      stack: 'pupils',
      barWidth: 16,
      data: shown.map((r) => r[i + 1] || '-'),
      itemStyle: READY_LOOK[i],
    })),
  };
};
