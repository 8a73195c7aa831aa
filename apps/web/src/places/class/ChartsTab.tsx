import type { ClassView } from '@cifra/contract';
import { type ClassTrouble, instrumentOf, READINESS } from '@cifra/core';
import { Download } from 'lucide-react';
import Papa from 'papaparse';
import { type ReactNode, useMemo, useState } from 'react';
import { useTeaching } from '../../conventions/teaching';
import { Button } from '../../ui/Button';
import { Chart } from '../../ui/Chart';
import { heatHeight, heatOption } from '../../ui/heatOption';
import { SelectField } from '../../ui/Field';
import { saveAs } from '../../ui/saveAs';
import { Loaded, WORKED_OUT } from '../../ui/Loaded';
import { Empty } from '../../ui/States';
import { dayWords, todayIso } from '../../words/pageWords';
import { type ChartTable, notesOverTime, playersOf, readiness, tempoOverTime } from './chartData';
import type { ClassRecords } from './useClassRecords';
import { useTrouble, weighedLines } from './useTrouble';
import { WithRecords } from './WithRecords';

const INK = '#15213a';
const QUIET = '#4b5872';
const ACCENT = '#0a7264';
const FONT = { textStyle: { fontFamily: 'Archivo Variable, sans-serif' } };
const ROW = 26;
const DAY_MS = 24 * 3600_000;

/** The class in four charts, each with its table. */
export function ChartsTab({ group }: { readonly group: ClassView }) {
  return (
    <WithRecords group={group} what="The charts">
      {(records) => <Charts group={group} records={records} />}
    </WithRecords>
  );
}

function Charts({ group, records }: { readonly group: ClassView; readonly records: ClassRecords }) {
  const teaching = useTeaching(group);
  const today = todayIso();
  const { met, assignments, pupils, days, lines } = records;
  const notes = useMemo(() => notesOverTime(group, met, today), [group, met, today]);
  const ready = useMemo(() => readiness(lines, playersOf(pupils, group), teaching), [lines, pupils, group, teaching]);
  const trouble = useTrouble(weighedLines(lines, assignments), group, teaching);
  const goals = assignments.filter(
    (w) => w.goalPercent !== undefined && days.some((d) => d.exerciseId === w.exerciseId),
  );
  const [chosen, setChosen] = useState<string>();
  const goal = goals.find((w) => w.id === chosen) ?? goals[0];
  const tempo = goal === undefined ? undefined : tempoOverTime(goal, pupils, days);
  return (
    <div className="mx-auto max-w-5xl space-y-10">
      <Figure
        title="Notes known"
        name="notes known"
        table={notes}
        said="How many notes each instrument knew, day by day"
      >
        {notes.rows.length < 3 ? (
          <p className="text-secondary">Once notes count as met on two days, their number over time stands here.</p>
        ) : (
          <Chart
            height={300}
            label="Notes known over time on each instrument; the table below says the same"
            option={(narrow) => notesOption(notes, narrow)}
          />
        )}
      </Figure>
      <Figure
        title="Tempo towards the goal"
        name="tempo"
        table={tempo}
        said="Slowest, middle and fastest of those for whom it is set, clean in a row"
      >
        {goal === undefined || tempo === undefined ? (
          <p className="text-secondary">
            Once pupils practise a line that is set with a goal, on links of their own, their way there stands here.
          </p>
        ) : (
          <>
            <SelectField
              id="chart-work"
              label="Which line"
              hideLabel
              className="mb-2 w-80"
              value={goal.id}
              onChange={(e) => setChosen(e.target.value)}
            >
              {goals.map((w) => (
                <option key={w.id} value={w.id}>
                  {w.title}, goal {w.goalPercent} %, due {dayWords(w.due)}
                </option>
              ))}
            </SelectField>
            <Chart
              height={260}
              label={`How fast ${goal.title} was clean, day by day; the table below says the same`}
              option={tempoOption(tempo, goal.goalPercent ?? 100)}
            />
          </>
        )}
      </Figure>
      <Figure
        title="Where it is hard"
        name="trouble"
        table={trouble.data === undefined ? undefined : troubleRows(trouble.data)}
        said="The hardest changes of what was set, named as they sound; the darker, the harder for the instrument"
      >
        <Loaded of={trouble} what="What is hard" verb={WORKED_OUT} systems={1}>
          {(worked) =>
            worked.changes.length === 0 ? (
              <Empty title="Nothing to weigh yet">
                <p>Put a line on the shelf: its changes stand here for every instrument.</p>
              </Empty>
            ) : (
              <div className="overflow-x-auto">
                <div className="min-w-[38rem]">
                  <Chart
                    height={heatHeight(group.instruments.length, ROW)}
                    label="How hard each change is on each instrument; the table below says the same"
                    option={heatOption(
                      worked.changes,
                      worked.rows.map((r) => instrumentOf(r.instrument).name),
                      worked.rows.map((r) => r.costs),
                      (row, change, cost) => `${row}, ${change}: ${cost.toFixed(1)}`,
                    )}
                  />
                </div>
              </div>
            )
          }
        </Loaded>
      </Figure>
      <Figure
        title="Ready for what"
        name="readiness"
        table={ready}
        said="Pupils who know every note of a line, who lack one or two, who lack more, and whose instrument cannot play it"
      >
        {pupils.length === 0 || lines.length === 0 ? (
          <p className="text-secondary">
            With pupils on the list and lines on the shelf, who is ready for which stands here.
          </p>
        ) : (
          <Chart
            height={Math.min(12, ready.rows.length) * ROW + 60}
            label="How many pupils are ready for each line; the table below says the same"
            option={(narrow) => readyOption(ready, narrow)}
          />
        )}
      </Figure>
    </div>
  );
}

const troubleRows = ({ changes, rows }: ClassTrouble): ChartTable => ({
  heads: ['Instrument', ...changes],
  rows: rows.map((r) => [instrumentOf(r.instrument).name, ...r.costs.map((c) => Math.round(c * 10) / 10)]),
});

function Figure({
  title,
  name,
  said,
  table,
  children,
}: {
  readonly title: string;
  readonly name: string;
  readonly said: string;
  readonly table: ChartTable | undefined;
  readonly children: ReactNode;
}) {
  return (
    <section aria-label={title}>
      <div className="mb-2 flex flex-wrap items-baseline gap-x-4">
        <h2 className="text-[19px]">{title}</h2>
        <p className="text-[13px] text-secondary">{said}</p>
      </div>
      {children}
      {table !== undefined && table.rows.length > 0 && (
        <details className="mt-2">
          <summary className="cursor-pointer text-[13px] text-secondary">As a table</summary>
          <div className="mt-2 overflow-x-auto">
            <table className="border-collapse text-right text-[13px] tabular-nums">
              <thead>
                <tr className="text-secondary">
                  {table.heads.map((h, i) => (
                    <th key={h} className={`px-2 font-medium ${i === 0 ? 'text-left' : ''}`}>
                      {h}
                    </th>
                  ))}
                </tr>
              </thead>
              <tbody>
                {table.rows.map((r) => (
                  <tr key={String(r[0])} className="border-t border-line">
                    {r.map((c, i) =>
                      i === 0 ? (
                        <th key={i} className="px-2 py-1 text-left font-medium whitespace-nowrap">
                          {c}
                        </th>
                      ) : (
                        <td key={i} className="px-2">
                          {c}
                        </td>
                      ),
                    )}
                  </tr>
                ))}
              </tbody>
            </table>
          </div>
          <Button
            className="mt-2 h-8 px-2.5"
            icon={<Download size={14} aria-hidden />}
            aria-label={`Take ${name} as a table (.csv)`}
            onClick={() =>
              saveAs(
                `${name}.csv`,
                new Blob(
                  [
                    Papa.unparse(
                      { fields: [...table.heads], data: table.rows.map((r) => [...r]) },
                      { escapeFormulae: true },
                    ),
                  ],
                  { type: 'text/csv' },
                ),
              )
            }
          >
            Take it as a table (.csv)
          </Button>
        </details>
      )}
    </section>
  );
}

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

const notesOption = (table: ChartTable, narrow: boolean) => ({
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

const tempoOption = ({ rows }: ChartTable, goal: number) => ({
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
    ...(i === 1
      ? {
          markLine: {
            symbol: 'none',
            silent: true,
            lineStyle: { color: INK, type: 'solid', width: 1 },
            label: { formatter: 'goal', color: INK, position: 'insideStartTop' },
            data: [{ yAxis: goal }],
          },
        }
      : {}),
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

const readyOption = ({ heads, rows }: ChartTable, narrow: boolean) => {
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
