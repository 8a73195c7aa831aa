import type { Part } from '../part/derivePart';
import type { Written } from '../pitch/pitch';
import type { Measure, MusicEvent, Score } from '../score/score';

/** A line of the teacher's score. */
export interface ScoreLine {
  readonly name: string;
  readonly score: Score<Written>;
}

/** A part as it sounds, in the clef that its player reads. */
function sounding({ concert, decisions }: Part): Score<Written> {
  const { octaves } = decisions.octave;
  const moved = (e: MusicEvent<Written>): MusicEvent<Written> =>
    e.kind === 'note' && octaves !== 0 ? { ...e, pitch: { ...e.pitch, octave: e.pitch.octave + octaves } } : e;
  const score = concert as unknown as Score<Written>;
  return {
    ...score,
    measures: score.measures.map(({ clef: _source, ...m }, i) => ({
      ...m,
      ...(i === 0 && { clef: decisions.clef.clef }),
      events: m.events.map(moved),
    })),
  };
}

/** A line with the chord symbols at some notes and rests and no others. */
const withOnly = (score: Score<Written>, chordAt: (id: string) => unknown): Score<Written> => ({
  ...score,
  measures: score.measures.map((m): Measure<Written> => ({
    ...m,
    events: m.events.map((e) => {
      const { chord: _own, ...plain } = e;
      const chord = chordAt(e.id);
      return chord === undefined ? plain : ({ ...plain, chord } as typeof e);
    }),
  })),
});

/**
 * All parts under each other, for whoever leads them: as each player reads it, or as it sounds. Chord symbols stand
 * once on top, as they sound.
 */
export function fullScore(parts: readonly Part[], asItSounds: boolean): ScoreLine[] {
  const chords = new Map(
    parts[0]?.concert.measures.flatMap((m) =>
      m.events.flatMap((e) => (e.chord !== undefined ? [[e.id, e.chord] as const] : [])),
    ),
  );
  return parts.map((part, i) => ({
    name: part.instrument.shortName,
    score: withOnly(asItSounds ? sounding(part) : part.score, (id) => (i === 0 ? chords.get(id) : undefined)),
  }));
}
