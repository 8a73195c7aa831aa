import type { ClassView } from '@cifra/contract';
import { type ClassTrouble, instrumentOf } from '@cifra/core';
import { useMemo, useState } from 'react';
import { useTeaching } from '../../conventions/teaching';
import { Chart } from '../../ui/Chart';
import { heatHeight, heatOption } from '../../ui/heatOption';
import { SelectField } from '../../ui/Field';
import { hardnessWords } from '../../words/troubleWords';
import { Loaded, WORKED_OUT } from '../../ui/Loaded';
import { Empty } from '../../ui/States';
import { dayWords, todayIso } from '../../words/pageWords';
import { type ChartTable, notesOverTime, playersOf, readiness, tempoOverTime } from './chartData';
import type { ClassRecords } from './useClassRecords';
import { ChartFigure } from './ChartFigure';
import { notesOption, readyOption, tempoOption } from './chartOptions';
import { useTrouble, weighedLines } from './useTrouble';
import { WithRecords } from './WithRecords';

/** The height of a row of a chart. */
const ROW = 26;

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
  const notes = useMemo(() => notesOverTime(group, met, today, teaching.conventions), [group, met, today, teaching]);
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
      <ChartFigure
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
      </ChartFigure>
      <ChartFigure
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
      </ChartFigure>
      <ChartFigure
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
                      (row, change, cost) => `${row}, ${change}: ${hardnessWords(cost)}`,
                    )}
                  />
                </div>
              </div>
            )
          }
        </Loaded>
      </ChartFigure>
      <ChartFigure
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
      </ChartFigure>
    </div>
  );
}

const troubleRows = ({ changes, rows }: ClassTrouble): ChartTable => ({
  heads: ['Instrument', ...changes],
  rows: rows.map((r) => [instrumentOf(r.instrument).name, ...r.costs.map(hardnessWords)]),
});
