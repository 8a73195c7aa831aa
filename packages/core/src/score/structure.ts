import { beatQuarters, measureQuarters } from '../meter/meter';
import { type Strength, strengthAt } from '../meter/strength';
import type { Pitch } from '../pitch/pitch';
import { add, divide, formatRational, type Rational, rational, subtract } from '../rational/rational';
import { durationQuarters } from './duration';
import { filledQuarters } from './measureSum';
import type { NoteId, Score } from './score';
import { placeMeasures } from './walk';

/** A bar number and a beat in it as a teacher counts them: `{measure: 3, beat: '2 1/2'}`, and the weight of that place. */
export interface BeatPlace {
  readonly measure: number;
  readonly beat: string;
  readonly strength: Strength;
}

/**
 * What a score keeps when it is moved to another instrument: ids, order, and where each note stands in its bar.
 * Worked out once for the concert line and shared by every part of it.
 */
export interface Structure {
  readonly noteIds: readonly NoteId[];
  readonly indexOf: ReadonlyMap<NoteId, number>;
  readonly places: readonly BeatPlace[];
  /** From the start of a full bar: a pickup stands at its end. */
  readonly onsets: readonly Rational[];
  readonly measureOf: readonly number[];
}

const KNOWN = new WeakMap<Score<Pitch>, Structure>();

/** The structure of a score, kept for as long as the score is. Scores are never changed in place. */
export function structureOf<P extends Pitch>(score: Score<P>): Structure {
  const known = KNOWN.get(score);
  if (known !== undefined) return known;
  const noteIds: NoteId[] = [];
  const places: BeatPlace[] = [];
  const onsets: Rational[] = [];
  const measureOf: number[] = [];
  const made = new Map<string, BeatPlace>();
  for (const { measure, meter, number, index } of placeMeasures(score)) {
    let onset = measure.pickup === true ? subtract(measureQuarters(meter), filledQuarters(measure)) : rational(0);
    made.clear();
    for (const event of measure.events) {
      if (event.kind === 'note') {
        noteIds.push(event.id);
        onsets.push(onset);
        measureOf.push(index);
        const beat = formatRational(add(divide(onset, beatQuarters(meter)), rational(1)));
        const place = made.get(beat) ?? Object.freeze({ measure: number, beat, strength: strengthAt(meter, onset) });
        made.set(beat, place);
        places.push(place);
      }
      onset = add(onset, durationQuarters(event.duration));
    }
  }
  const structure: Structure = { noteIds, places, onsets, measureOf, indexOf: new Map(noteIds.map((id, i) => [id, i])) };
  KNOWN.set(score, structure);
  return structure;
}

/** Says that a score was made from another by changing pitches, keys and clefs only. */
export function shareStructure<P extends Pitch, Q extends Pitch>(made: Score<P>, from: Score<Q>): void {
  KNOWN.set(made, structureOf(from));
}
