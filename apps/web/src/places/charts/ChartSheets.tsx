import type { ClassView } from '@cifra/contract';
import { chartId, type Instrument, midi, type Part, type Teaching, type Written } from '@cifra/core';
import { useChartPages } from '../../engraving/useEngraving';
import { Sheet } from '../../ui/Sheet';
import { DRAWN, Loaded } from '../../ui/Loaded';
import type { ChartAddress } from './chartAddress';

/** The notes of a chart, and the clef of the page they come from. */
export interface ChartNotes {
  readonly list: readonly Written[];
  readonly clef: Part['decisions']['clef']['clef'] | undefined;
}

interface ChartSheetsProps {
  readonly instrument: Instrument;
  readonly notes: ChartNotes;
  readonly teaching: Teaching;
  /** Of the line whose notes alone are shown. */
  readonly title: string | undefined;
  readonly group: ClassView;
  readonly chosen: ChartAddress['note'];
  readonly onChoose: (slug: string) => void;
}

/** The chart as it prints; choosing a note puts it into the address. */
export function ChartSheets({ instrument, notes, teaching, title, group, chosen, onChoose }: ChartSheetsProps) {
  const pages = useChartPages({
    instrument: instrument.id,
    notes: notes.list,
    clef: notes.clef,
    teaching,
    paper: group.paper,
    of: title === undefined ? { stage: teaching.stage } : { exercise: title },
  });
  const same = notes.list.find((n) => chosen !== undefined && midi(n) === midi(chosen));
  return (
    <Loaded
      of={pages}
      what="The chart"
      verb={DRAWN}
      detail="Try again, or choose another instrument."
      systems={4}
      className="mx-auto mt-5 max-w-[75rem] bg-white p-12 shadow-sm"
    >
      {(drawn) => (
        <div className="mx-auto max-w-[75rem] space-y-5 p-2 md:p-5">
          {drawn.map((page, i) => (
            <Sheet
              key={i}
              page={page}
              chosen={same === undefined ? undefined : chartId(same)}
              onChoose={(id) => onChoose(id.replace(/^k-/, ''))}
              className="bg-white shadow-sm"
            />
          ))}
        </div>
      )}
    </Loaded>
  );
}
