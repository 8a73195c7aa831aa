import type { ClassView, ExerciseView } from '@cifra/contract';
import { chartId, type chartNotes, type Instrument, midi, type Part, type Teaching } from '@cifra/core';
import { useChartPages } from '../../engraving/useEngraving';
import { Sheet } from '../../ui/Sheet';
import { Failure, StaffSkeleton } from '../../ui/States';
import type { ChartAddress } from './chartAddress';

/** The notes of a chart, and the clef of the page they come from. */
export interface ChartNotes {
  readonly list: ReturnType<typeof chartNotes>;
  readonly clef: Part['decisions']['clef']['clef'] | undefined;
}

interface ChartSheetsProps {
  readonly instrument: Instrument;
  readonly notes: ChartNotes;
  readonly teaching: Teaching;
  readonly exercise: ExerciseView | undefined;
  readonly group: ClassView;
  readonly chosen: ChartAddress['note'];
  readonly onChoose: (slug: string) => void;
}

/** The chart as it prints; choosing a note puts it into the address. */
export function ChartSheets({ instrument, notes, teaching, exercise, group, chosen, onChoose }: ChartSheetsProps) {
  const { data, error, mutate } = useChartPages({
    instrument: instrument.id,
    notes: notes.list,
    clef: notes.clef,
    teaching,
    paper: group.paper,
    of: exercise === undefined ? { stage: teaching.stage } : { exercise: exercise.title },
  });
  if (error !== undefined)
    return (
      <Failure
        title="This chart could not be engraved"
        detail="Try again, or choose another instrument."
        onRetry={() => void mutate()}
      />
    );
  if (data === undefined)
    return (
      <div className="mx-auto mt-5 max-w-[52rem] bg-white p-12 shadow-sm">
        <StaffSkeleton systems={4} label="Engraving the chart" />
      </div>
    );
  const same = notes.list.find((n) => chosen !== undefined && midi(n) === midi(chosen));
  return (
    <div className="mx-auto max-w-[52rem] space-y-5 p-2 md:p-5">
      {data.map((page, i) => (
        <Sheet
          key={i}
          page={page}
          chosen={same === undefined ? undefined : chartId(same)}
          onChoose={(id) => onChoose(id.replace(/^k-/, ''))}
          className="bg-white shadow-sm"
        />
      ))}
    </div>
  );
}
