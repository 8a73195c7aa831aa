import { type CountIn, countIn } from '../meter/counting';
import { type Meter, measureQuarters } from '../meter/meter';
import { type Concert, midi } from '../pitch/pitch';
import { add, type Rational, rational, sum, ZERO } from '../rational/rational';
import { durationQuarters } from '../score/duration';
import { filledQuarters } from '../score/measureSum';
import type { Articulation, Dynamic, NoteId, Score } from '../score/score';
import { slurredOn } from '../score/slurs';
import { quartersAMinute } from '../score/tempo';
import { openingOf, placeMeasures } from '../score/walk';
import { playOrder } from './playOrder';

/** One struck note as it sounds: notes tied to it are part of it. */
export interface PlayedNote {
  readonly id: NoteId;
  /** The notes held with it. */
  readonly held: readonly NoteId[];
  readonly midi: number;
  readonly onset: Rational;
  readonly quarters: Rational;
  readonly articulations: readonly Articulation[];
  readonly dynamic: Dynamic | undefined;
  /** Slurred on to the next note. */
  readonly slurred: boolean;
}

export interface PlayedBar {
  /** Index of the bar in the line. */
  readonly index: number;
  readonly onset: Rational;
  readonly quarters: Rational;
  readonly meter: Meter;
  /** One count of it, in quarters. */
  readonly count: Rational;
  readonly fifths: number;
  readonly quartersAMinute: number;
}

/** A line as it is played: repeats unrolled, ties joined, exact onsets in quarters from the first note's bar on. */
export interface Performance {
  readonly notes: readonly PlayedNote[];
  readonly bars: readonly PlayedBar[];
  readonly quarters: Rational;
  /** The count before it. */
  readonly countIn: CountIn;
}

/**
 * Performs a line: bars in the order in which they are played, notes with exact onsets.
 * @example perform(two bars with a repeat).bars.map((b) => b.index) // 0 1 0 1
 */
export function perform(score: Score<Concert>): Performance {
  const placed = placeMeasures(score);
  const slurredNotes = slurredOn(score);
  const notes: PlayedNote[] = [];
  const bars: PlayedBar[] = [];
  let at = ZERO;
  let dynamic: Dynamic | undefined;
  let tied = false;
  for (const { index } of playOrder(score)) {
    const p = placed[index];
    if (p === undefined) continue;
    const start = at;
    for (const e of p.measure.events) {
      const quarters =
        e.kind === 'rest' && e.wholeMeasure === true ? measureQuarters(p.meter) : durationQuarters(e.duration);
      dynamic = e.dynamic ?? dynamic;
      if (e.kind === 'note') {
        const before = notes.at(-1);
        const goesOn = tied && before !== undefined && before.midi === midi(e.pitch);
        const slurred = slurredNotes.has(e.id);
        if (goesOn)
          notes[notes.length - 1] = {
            ...before,
            held: [...before.held, e.id],
            quarters: add(before.quarters, quarters),
            slurred,
          };
        else
          notes.push({
            id: e.id,
            held: [],
            midi: midi(e.pitch),
            onset: at,
            quarters,
            articulations: e.articulations ?? [],
            dynamic,
            slurred,
          });
        tied = e.tie === true;
      } else tied = false;
      at = add(at, quarters);
    }
    bars.push({
      index,
      onset: start,
      quarters: add(at, rational(-start.n, start.d)),
      meter: p.meter,
      count: p.count,
      fifths: p.key.fifths,
      quartersAMinute: quartersAMinute(p.tempo, p.meter),
    });
  }
  const first = placed[0];
  const pickup = first?.measure.pickup === true ? filledQuarters(first.measure) : undefined;
  const { meter, count } = first ?? openingOf(score);
  return { notes, bars, quarters: sum(bars.map((b) => b.quarters)), countIn: countIn(meter, count, pickup) };
}
