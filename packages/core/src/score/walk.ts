import { type Key, key } from '../key/key';
import type { Meter } from '../meter/meter';
import type { Pitch } from '../pitch/pitch';
import { add, type Rational, ZERO } from '../rational/rational';
import { durationQuarters } from './duration';
import type { Clef } from '../key/signature';
import type { Measure, MusicEvent, Note, Score } from './score';

/** Clef, key and meter that hold in a bar. */
export interface InForce {
  readonly clef: Clef;
  readonly key: Key;
  readonly meter: Meter;
}

export interface PlacedMeasure<P extends Pitch> extends InForce {
  readonly measure: Measure<P>;
  readonly index: number;
  /** The printed number: pickups carry the number of the bar before, the first pickup 0. */
  readonly number: number;
}

const START: InForce = { clef: 'treble', key: key(0), meter: { beats: 4, unit: 4 } };

/** Walks the bars with what is in force in each and the number printed over it. */
export function placeMeasures<P extends Pitch>(score: Score<P>): PlacedMeasure<P>[] {
  let now = START;
  let number = 0;
  return score.measures.map((measure, index) => {
    now = { clef: measure.clef ?? now.clef, key: measure.key ?? now.key, meter: measure.meter ?? now.meter };
    if (measure.pickup !== true) number += 1;
    return { ...now, measure, index, number };
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

export const notesOf = <P extends Pitch>(score: Score<P>): Note<P>[] =>
  score.measures.flatMap((m) => m.events.filter((e): e is Note<P> => e.kind === 'note'));

/** What is in force in the first bar. */
export const openingOf = <P extends Pitch>(score: Score<P>): InForce => placeMeasures(score)[0] ?? START;

/** The same score with every pitch and key replaced, ids and everything else untouched. */
export function mapPitches<P extends Pitch, Q extends Pitch>(
  score: Score<P>, toPitch: (p: P, note: Note<P>) => Q, toKey: (k: Key) => Key,
): Score<Q> {
  return {
    ...score,
    measures: score.measures.map((m) => ({
      ...m,
      ...(m.key === undefined ? {} : { key: toKey(m.key) }),
      events: m.events.map((e): MusicEvent<Q> => (e.kind === 'note' ? { ...e, pitch: toPitch(e.pitch, e) } : e)),
    })),
  };
}
