import type { Pitch } from '../pitch/pitch';
import { add, ZERO } from '../rational/rational';
import { durationQuarters } from '../score/duration';
import type { MusicEvent, Score } from '../score/score';
import { harmonize, type PlacedChord } from './harmonize';

/** The chords that stand over a line. */
export function writtenChords(score: Score<Pitch>): PlacedChord[] {
  return score.measures.flatMap(({ events }, bar) => {
    let onset = ZERO;
    return events.flatMap((e): PlacedChord[] => {
      const from = onset;
      onset = add(onset, durationQuarters(e.duration));
      return e.chord === undefined ? [] : [{ at: e.id, bar, onset: from, chord: e.chord }];
    });
  });
}

/** A line's chords: those that stand over it, else those that the rules give it. */
export function chordsOf(score: Score<Pitch>): {
  readonly chords: readonly PlacedChord[];
  readonly areWritten: boolean;
} {
  const written = writtenChords(score);
  return written.length > 0 ? { chords: written, areWritten: true } : { chords: harmonize(score), areWritten: false };
}

/** A line with the chords that the rules give it, in place of those that stand over it. */
export function withChords<P extends Pitch>(score: Score<P>): Score<P> {
  const at = new Map(harmonize(score).map((c) => [c.at, c.chord]));
  return {
    ...score,
    measures: score.measures.map((m) => ({
      ...m,
      events: m.events.map((e) => {
        const { chord: _before, ...plain } = e;
        const chord = at.get(e.id);
        return (chord === undefined ? plain : { ...plain, chord }) as MusicEvent<P>;
      }),
    })),
  };
}
