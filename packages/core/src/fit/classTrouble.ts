import type { Exercise } from '../exercise/exercise';
import type { InstrumentId } from '../instrument/instrument';
import { knownMidi, type KnownNotes } from '../page/callSheet';
import { partOf } from '../page/pageParts';
import { annotate } from '../part/annotate';
import type { Teaching } from '../part/teaching';
import { letterName } from '../pitch/pitch';
import { notesOf } from '../score/walk';
import { partChanges } from '../trouble/partTrouble';

/** Changes as they sound, each with what it costs every instrument: rows of one table. */
export interface ClassTrouble {
  readonly changes: readonly string[];
  readonly rows: readonly { readonly instrument: InstrumentId; readonly costs: readonly number[] }[];
}

/**
 * What is hard in several lines, instrument by change, the hardest changes of the whole class first.
 *
 * A change is named as it sounds, so that one column is the same music for everybody; its cost is the dearest place of
 * it.
 */
export function classTrouble(
  exercises: readonly Exercise[],
  instruments: readonly InstrumentId[],
  teaching: Teaching,
  known: KnownNotes,
  most: number,
): ClassTrouble {
  const costs = new Map<string, Map<InstrumentId, number>>();
  for (const exercise of exercises) {
    for (const instrument of instruments) {
      const part = partOf(exercise, instrument, teaching);
      const met = knownMidi(part.instrument, known[instrument]);
      const sounding = new Map(notesOf(part.concert).map((n) => [n.id, n.pitch]));
      for (const c of partChanges(part, annotate(part, { alone: true }), (n) => !met.has(n))) {
        const [from, to] = [sounding.get(c.from), sounding.get(c.to)];
        if (from === undefined || to === undefined || c.cost <= 0) continue;
        const name = `${letterName(from)}–${letterName(to)}`;
        const row = costs.get(name) ?? new Map<InstrumentId, number>();
        costs.set(name, row.set(instrument, Math.max(row.get(instrument) ?? 0, c.cost)));
      }
    }
  }
  const total = (name: string): number => [...(costs.get(name)?.values() ?? [])].reduce((a, b) => a + b, 0);
  const changes = [...costs.keys()].sort((a, b) => total(b) - total(a)).slice(0, most);
  return {
    changes,
    rows: instruments.map((instrument) => ({
      instrument,
      costs: changes.map((c) => costs.get(c)?.get(instrument) ?? 0),
    })),
  };
}
