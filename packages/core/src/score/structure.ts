import { beatQuarters, type Meter, measureQuarters, meterKey } from '../meter/meter';
import { type Strength, strengthAt } from '../meter/strength';
import type { Pitch } from '../pitch/pitch';
import { add, divide, formatRational, type Rational, rational, rationalKey, subtract } from '../rational/rational';
import { Recent } from '../recent/recent';
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
 * What a score keeps when it is moved to another instrument: ids, order, where each note stands in its bar, and what
 * leads from it to the next. Worked out once for the concert line and shared by every part of it.
 */
export class Structure {
  private index: ReadonlyMap<NoteId, number> | undefined;
  /** What else was worked out of the same structure, by name. */
  readonly worked = new Map<string, unknown>();
  /** 1 where a note is held over from the one before it. */
  readonly heldOver: Uint8Array;

  constructor(
    readonly noteIds: readonly NoteId[],
    readonly places: readonly BeatPlace[],
    /** From the start of a full bar: a pickup stands at its end. */
    readonly onsets: readonly Rational[],
    /** How long each note is written. */
    readonly quarters: readonly Rational[],
    /** The meter each note stands in. */
    readonly meters: readonly Meter[],
    /** For each note, the index of its bar. */
    readonly measureOf: Int32Array,
    /** 1 where a note is tied on. */
    readonly tiedOn: Uint8Array,
    /** 1 where a rest follows before the next note. */
    readonly restAfter: Uint8Array,
    /** 1 where the page shows a reminder that the rules do not ask for. */
    readonly courtesy: Uint8Array,
  ) {
    this.heldOver = new Uint8Array(tiedOn.length);
    if (tiedOn.length > 1) this.heldOver.set(tiedOn.subarray(0, -1), 1);
  }

  /** Where each note stands in the order. */
  get indexOf(): ReadonlyMap<NoteId, number> {
    return (this.index ??= new Map(this.noteIds.map((id, i) => [id, i])));
  }
}

/** Works something out of a structure once. */
export function workedOut<T>({ worked }: Structure, name: string, make: () => T): T {
  if (!worked.has(name)) worked.set(name, make());
  return worked.get(name) as T;
}

type Beat = Omit<BeatPlace, 'measure'>;

/** The beats of each meter, worked out once: bars go round the same few onsets. */
const BEATS = new Map<number, Beats>();

function beatsOf(meter: Meter): Beats {
  let beats = BEATS.get(meterKey(meter));
  if (beats === undefined) BEATS.set(meterKey(meter), (beats = new Beats(meter)));
  return beats;
}

class Beats {
  private readonly known = new Map<number, Beat>();

  constructor(private readonly meter: Meter) {}

  at(onset: Rational): Beat {
    const name = rationalKey(onset);
    let beat = this.known.get(name);
    if (beat === undefined) {
      beat = {
        beat: formatRational(add(divide(onset, beatQuarters(this.meter)), rational(1))),
        strength: strengthAt(this.meter, onset),
      };
      this.known.set(name, beat);
    }
    return beat;
  }
}

const LATELY = new Recent<Score<Pitch>, Structure>(4, readStructure);

/** The structure of a score. Scores are never changed in place. */
export const structureOf = <P extends Pitch>(score: Score<P>): Structure => LATELY.of(score);

function readStructure<P extends Pitch>(score: Score<P>): Structure {
  const noteIds: NoteId[] = [];
  const places: BeatPlace[] = [];
  const onsets: Rational[] = [];
  const lengths: Rational[] = [];
  const meters: Meter[] = [];
  const measureOf: number[] = [];
  const flags = { tiedOn: [] as number[], restAfter: [] as number[], courtesy: [] as number[] };
  let beats = beatsOf({ beats: 4, unit: 4 });
  for (const { measure, meter, number, index } of placeMeasures(score)) {
    if (measure.meter !== undefined) beats = beatsOf(meter);
    let onset = measure.pickup === true ? subtract(measureQuarters(meter), filledQuarters(measure)) : rational(0);
    for (const event of measure.events) {
      const quarters = durationQuarters(event.duration);
      if (event.kind === 'rest') {
        if (noteIds.length > 0) flags.restAfter[noteIds.length - 1] = 1;
      } else {
        noteIds.push(event.id);
        onsets.push(onset);
        lengths.push(quarters);
        meters.push(meter);
        measureOf.push(index);
        flags.tiedOn.push(event.tie === true ? 1 : 0);
        flags.restAfter.push(0);
        flags.courtesy.push(event.courtesy === true ? 1 : 0);
        const { beat, strength } = beats.at(onset);
        places.push({ measure: number, beat, strength });
      }
      onset = add(onset, quarters);
    }
  }
  return new Structure(
    noteIds,
    places,
    onsets,
    lengths,
    meters,
    new Int32Array(measureOf),
    new Uint8Array(flags.tiedOn),
    new Uint8Array(flags.restAfter),
    new Uint8Array(flags.courtesy),
  );
}

/** Says that a score was made from another by changing pitches, keys and clefs only, so that it has the other's structure. */
export function keepStructure<P extends Pitch>(made: Score<P>, structure: Structure): void {
  LATELY.keep(made, structure);
}
