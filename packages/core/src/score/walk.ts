import { type Key, key } from '../key/key';
import { countQuarters, type Meter } from '../meter/meter';
import type { Pitch } from '../pitch/pitch';
import { add, type Rational, ZERO } from '../rational/rational';
import { withMovedChord } from './chordSymbol';
import { durationQuarters } from './duration';
import type { Clef } from '../key/signature';
import type { Measure, MusicEvent, Note, Score, Tempo } from './score';
import { quartersAMinute } from './tempo';

/** Clef, key, meter and tempo that hold in a bar. */
export interface InForce {
  readonly clef: Clef;
  readonly key: Key;
  readonly meter: Meter;
  /** The last metronome mark. */
  readonly tempo: Tempo | undefined;
  /** One count of the bar, in quarters. */
  readonly count: Rational;
}

export interface PlacedMeasure<P extends Pitch> extends InForce {
  readonly measure: Measure<P>;
  readonly index: number;
  /** The printed number: pickups carry the number of the bar before, the first pickup 0. */
  readonly number: number;
}

const START = { clef: 'treble', key: key(0), meter: { beats: 4, unit: 4 } } as const satisfies Partial<InForce>;

const countOf = (meter: Meter, tempo: Tempo | undefined): Rational =>
  countQuarters(meter, quartersAMinute(tempo, meter));

/** Walks the bars with what is in force in each and the number printed over it. */
export function placeMeasures<P extends Pitch>(score: Score<P>): PlacedMeasure<P>[] {
  let { clef, key: inForce, meter }: Pick<InForce, 'clef' | 'key' | 'meter'> = START;
  let tempo: Tempo | undefined;
  let count = countOf(meter, tempo);
  let number = 0;
  return score.measures.map((measure, index) => {
    clef = measure.clef ?? clef;
    inForce = measure.key ?? inForce;
    meter = measure.meter ?? meter;
    tempo = measure.tempo?.mark === undefined ? tempo : measure.tempo;
    if (measure.meter !== undefined || measure.tempo !== undefined) count = countOf(meter, tempo);
    if (measure.pickup !== true) number += 1;
    return { clef, key: inForce, meter, tempo, count, measure, index, number };
  });
}

export interface PlacedEvent<P extends Pitch> {
  readonly event: MusicEvent<P>;
  readonly place: PlacedMeasure<P>;
  /** From the start of the bar, in quarters. */
  readonly onset: Rational;
}

/** Every note and rest in order, with its bar and its onset in it. */
export function placeEvents<P extends Pitch>(score: Score<P>): PlacedEvent<P>[] {
  return placeMeasures(score).flatMap((place) => {
    let onset = ZERO;
    return place.measure.events.map((event) => {
      const placed = { event, place, onset };
      onset = add(onset, durationQuarters(event.duration));
      return placed;
    });
  });
}

export function notesOf<P extends Pitch>({ measures }: Score<P>): Note<P>[] {
  const notes: Note<P>[] = [];
  for (const { events } of measures) for (const e of events) if (e.kind === 'note') notes.push(e);
  return notes;
}

/** What is in force in the first bar. */
export function openingOf<P extends Pitch>({ measures: [first] }: Score<P>): InForce {
  const meter = first?.meter ?? START.meter;
  const tempo = first?.tempo?.mark === undefined ? undefined : first.tempo;
  return { clef: first?.clef ?? START.clef, key: first?.key ?? START.key, meter, tempo, count: countOf(meter, tempo) };
}

/**
 * The same score with every pitch and key replaced, ids and everything else untouched; chord symbols move as notes of
 * their letters do.
 */
export function mapPitches<P extends Pitch, Q extends Pitch>(
  score: Score<P>,
  toPitch: (p: P) => Q,
  toKey: (k: Key) => Key,
): Score<Q> {
  return {
    ...score,
    measures: score.measures.map((m) => ({
      ...m,
      ...(m.key !== undefined && { key: toKey(m.key) }),
      events: m.events.map((event): MusicEvent<Q> => {
        const e = withMovedChord(event, toPitch);
        return e.kind === 'note' ? { ...e, pitch: toPitch(e.pitch) } : e;
      }),
    })),
  };
}
