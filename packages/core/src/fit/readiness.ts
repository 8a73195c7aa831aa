import type { Exercise } from '../exercise/exercise';
import type { InstrumentId } from '../instrument/instrument';
import { type KnownNotes, knownMidi } from '../page/callSheet';
import { partOf } from '../page/pageParts';
import type { Teaching } from '../part/teaching';
import { midi, type Pitch } from '../pitch/pitch';
import { compare, rational } from '../rational/rational';
import { lineSigns, type SignKind } from '../analysis/lineSigns';
import { durationQuarters } from '../score/duration';
import { notesOf, openingOf, placeMeasures } from '../score/walk';
import type { Score } from '../score/score';
import type { Meter } from '../meter/meter';

/** For whom a line is ready: instruments that know every note, those that have to learn some, those that cannot play all of it. */
export interface Readiness {
  readonly ready: readonly InstrumentId[];
  readonly fresh: readonly { readonly id: InstrumentId; readonly notes: number }[];
  readonly unplayable: readonly InstrumentId[];
}

/** Who of a class can play a line with the notes they have met. */
export function readinessOf(
  exercise: Exercise,
  instruments: readonly InstrumentId[],
  teaching: Teaching,
  known: KnownNotes,
): Readiness {
  const ready: InstrumentId[] = [];
  const fresh: { id: InstrumentId; notes: number }[] = [];
  const unplayable: InstrumentId[] = [];
  for (const id of instruments) {
    const part = partOf(exercise, id, teaching);
    const met = knownMidi(part, known[id]);
    const notes = new Set(
      notesOf(part.score)
        .map((n) => midi(n.pitch))
        .filter((n) => !met.has(n)),
    ).size;
    if (part.unplayable.length > 0) unplayable.push(id);
    else if (notes === 0) ready.push(id);
    else fresh.push({ id, notes });
  }
  return { ready, fresh: fresh.sort((a, b) => a.notes - b.notes), unplayable };
}

/** How hard a line's rhythm is, by the hardest thing in it. Common practice, no source. */
export const RHYTHMS = ['long-notes', 'quarters', 'eighths', 'dotted', 'sixteenths', 'triplets'] as const;
export type RhythmLevel = (typeof RHYTHMS)[number];

/** What a line can be looked up by. */
export interface LineTraits {
  readonly fifths: number;
  readonly meter: Meter;
  /** Half steps from its lowest note to its highest; 0 for a line without notes. */
  readonly span: number;
  readonly rhythm: RhythmLevel;
  readonly signs: readonly SignKind[];
  readonly bars: number;
}

function rhythmOf<P extends Pitch>(score: Score<P>): RhythmLevel {
  let level = 0;
  for (const { duration } of notesOf(score)) {
    const { tuplet: _tuplet, ...plain } = duration;
    const quarters = durationQuarters({ ...plain, dots: 0 });
    const dotted = duration.dots > 0 && compare(quarters, rational(1)) <= 0;
    const short =
      compare(quarters, rational(1, 2)) < 0
        ? 4
        : compare(quarters, rational(1)) < 0
          ? 2
          : compare(quarters, rational(2)) < 0
            ? 1
            : 0;
    level = Math.max(level, short, dotted ? 3 : 0, duration.tuplet === undefined ? 0 : 5);
  }
  return RHYTHMS[level] ?? 'long-notes';
}

/** Reads off a line what it is looked up by: key, meter, range, rhythm and the signs it needs. */
export function lineTraits<P extends Pitch>(score: Score<P>): LineTraits {
  const numbers = notesOf(score).map((n) => midi(n.pitch));
  const { key, meter } = openingOf(score);
  return {
    fifths: key.fifths,
    meter,
    span:
      numbers.length === 0 ? 0 : numbers.reduce((a, b) => Math.max(a, b)) - numbers.reduce((a, b) => Math.min(a, b)),
    rhythm: rhythmOf(score),
    signs: [...new Set(lineSigns(score).map((s) => s.kind))],
    bars: placeMeasures(score).at(-1)?.number ?? 0,
  };
}
