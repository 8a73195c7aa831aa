import {
  annotate,
  chartId,
  chartPart,
  explain,
  type Fact,
  type Instrument,
  letterName,
  midi,
  type Teaching,
} from '@cifra/core';
import { Volume2 } from 'lucide-react';
import { useEffect, useMemo } from 'react';
import { TrailList } from '../../words/TrailList';
import { Button } from '../../ui/Button';
import { octaveName } from '../../words/noteLabel';
import type { ChartAddress } from './chartAddress';
import type { ChartNotes } from './ChartSheets';
import { playNote } from '../../sound/playNote';

/** What is true of a note only where it stands in a line. */
const OF_A_PASSAGE: readonly Fact['kind'][] = ['place', 'value', 'count', 'signature', 'accidental', 'reach'];

/** The reasons of one note, and its sound. */
export function ChosenNote({
  instrument,
  notes,
  teaching,
  chosen,
}: {
  readonly instrument: Instrument;
  readonly notes: ChartNotes;
  readonly teaching: Teaching;
  readonly chosen: ChartAddress['note'];
}) {
  const note = chosen === undefined ? undefined : (notes.list.find((n) => midi(n) === midi(chosen)) ?? chosen);
  const part = useMemo(
    () => (note === undefined ? undefined : chartPart(instrument, [note], teaching, notes.clef)),
    [instrument, note, teaching, notes.clef],
  );
  const annotations = useMemo(() => (part === undefined ? undefined : annotate(part, { alone: true })), [part]);
  const said =
    part === undefined || annotations === undefined || note === undefined ? undefined : annotations.get(chartId(note));
  useEffect(() => {
    // Sound is allowed only after a touch or a key: an address that was opened from outside stays silent.
    if (said !== undefined && navigator.userActivation?.isActive === true) void playNote(said.concert);
  }, [said]);
  if (part === undefined || annotations === undefined || note === undefined || said === undefined) {
    return (
      <section className="px-4 py-4 text-[13px] text-secondary">
        <h2 className="mb-1 font-sans font-semibold">Why this figure?</h2>Choose a note of the chart: it sounds, and its
        reasons stand here.
      </section>
    );
  }
  return (
    <section aria-live="polite" className="px-4 py-4">
      <div className="mb-3 flex items-center justify-between gap-2">
        <h2 className="text-[17px]">
          {octaveName(note)}
          {said.name === letterName(note) ? '' : ` (${said.name})`}
        </h2>
        <Button onClick={() => void playNote(said.concert)} icon={<Volume2 size={15} aria-hidden />}>
          Play it
        </Button>
      </div>
      <TrailList
        facts={(explain(part, annotations).get(chartId(note)) ?? []).filter((f) => !OF_A_PASSAGE.includes(f.kind))}
        conventions={teaching.conventions}
      />
    </section>
  );
}
