import { lineSigns, type SignKind } from '../analysis/lineSigns';
import type { Meter } from '../meter/meter';
import { midi, type Pitch } from '../pitch/pitch';
import { compare, rational } from '../rational/rational';
import { durationQuarters } from '../score/duration';
import type { Score } from '../score/score';
import { notesOf, openingOf, placeMeasures } from '../score/walk';

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
