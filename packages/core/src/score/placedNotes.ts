import type { Key } from '../key/key';
import { beatName } from '../meter/counting';
import { type Meter, measureQuarters } from '../meter/meter';
import { type Strength, strengthAt } from '../meter/strength';
import { type Pitch, samePitch } from '../pitch/pitch';
import { add, type Rational, subtract, ZERO } from '../rational/rational';
import { durationQuarters } from './duration';
import { filledQuarters } from './measureSum';
import type { Note, NoteId, Score } from './score';
import { type TripletPlace, tripletPlaces } from './tuplets';
import { placeMeasures } from './walk';

/** A note with where it stands in its line. */
export interface PlacedNote<P extends Pitch> {
  readonly note: Note<P>;
  /** Its number among the line's notes, from 0. */
  readonly index: number;
  readonly measureIndex: number;
  /** The bar's printed number; 0 for an opening pickup. */
  readonly measureNumber: number;
  readonly meter: Meter;
  /** One count of its bar, in quarters. */
  readonly count: Rational;
  readonly key: Key;
  /** In quarters from the start of a full bar: a pickup stands at its end. */
  readonly onset: Rational;
  readonly quarters: Rational;
  readonly triplet: TripletPlace | undefined;
  /** The note that is held over into this one: tied to it, right before it and of its pitch. */
  readonly tiedFrom: NoteId | undefined;
  /** A rest stands between this note and the one before it. */
  readonly restBefore: boolean;
}

/**
 * The notes of a score in order, each with its bar, its place in it and what leads to it.
 * @example placedNotes(C4 quarter, quarter rest, D4 half in 4/4)[1] // onset 2, restBefore
 */
export function placedNotes<P extends Pitch>(score: Score<P>): PlacedNote<P>[] {
  const placed: PlacedNote<P>[] = [];
  let restBefore = false;
  for (const { measure, meter, count, key, number, index } of placeMeasures(score)) {
    let onset = measure.pickup === true ? subtract(measureQuarters(meter), filledQuarters(measure)) : ZERO;
    const triplets = tripletPlaces(measure);
    for (const [i, event] of measure.events.entries()) {
      const quarters = durationQuarters(event.duration);
      if (event.kind === 'rest') restBefore = true;
      else {
        const before = placed.at(-1)?.note;
        placed.push({
          note: event,
          index: placed.length,
          measureIndex: index,
          measureNumber: number,
          meter,
          count,
          key,
          onset,
          quarters,
          triplet: triplets[i],
          tiedFrom: before?.tie === true && !restBefore && samePitch(before.pitch, event.pitch) ? before.id : undefined,
          restBefore,
        });
        restBefore = false;
      }
      onset = add(onset, quarters);
    }
  }
  return placed;
}

/** The same notes, reached by their ids. */
export const placedNotesById = <P extends Pitch>(score: Score<P>): ReadonlyMap<NoteId, PlacedNote<P>> =>
  new Map(placedNotes(score).map((n) => [n.note.id, n]));

/**
 * A bar number and a beat in it as a teacher counts them: `{measure: 3, beat: '2 1/2'}`, and the weight of that place.
 */
export interface BeatPlace {
  readonly measure: number;
  readonly beat: string;
  readonly strength: Strength;
}

/** Where a note stands, as a teacher says it. @example the third quarter of a pickup bar of 3/4 is beat 3 of bar 0 */
export function beatPlace({
  measureNumber,
  meter,
  count,
  onset,
}: Pick<PlacedNote<Pitch>, 'measureNumber' | 'meter' | 'count' | 'onset'>): BeatPlace {
  return { measure: measureNumber, beat: beatName(onset, count), strength: strengthAt(meter, onset, count) };
}
