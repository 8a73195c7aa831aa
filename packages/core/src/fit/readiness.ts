import type { InstrumentId } from '../instrument/instrument';
import { type KnownNotes, knownMidi } from '../page/callSheet';
import type { Teaching } from '../part/teaching';
import { midi } from '../pitch/pitch';
import { type LineSummary, pageNotes } from './lineSummary';

/**
 * For whom a line is ready: instruments that know every note, those that have to learn some, those that cannot play all
 * of it.
 */
export interface Readiness {
  readonly ready: readonly InstrumentId[];
  readonly fresh: readonly { readonly id: InstrumentId; readonly notes: number }[];
  readonly unplayable: readonly InstrumentId[];
}

/** Who of a class can play a line with the notes they have met. */
export function readinessOf(
  line: LineSummary,
  instruments: readonly InstrumentId[],
  teaching: Teaching,
  known: KnownNotes,
): Readiness {
  const ready: InstrumentId[] = [];
  const fresh: { id: InstrumentId; notes: number }[] = [];
  const unplayable: InstrumentId[] = [];
  for (const id of instruments) {
    const page = pageNotes(line, id, teaching);
    const met = knownMidi(page.instrument, known[id]);
    const notes = new Set(page.notes.map((p) => midi(p)).filter((n) => !met.has(n))).size;
    if (page.unplayable) unplayable.push(id);
    else if (notes === 0) ready.push(id);
    else fresh.push({ id, notes });
  }
  return { ready, fresh: fresh.sort((a, b) => a.notes - b.notes), unplayable };
}
