import { beatQuarters, type Meter, measureQuarters } from '../meter/meter';
import { countIn } from '../meter/counting';
import { type Concert, midi } from '../pitch/pitch';
import { add, type Rational, rational, sum, toNumber, ZERO } from '../rational/rational';
import { durationQuarters } from '../score/duration';
import { filledQuarters } from '../score/measureSum';
import type { Articulation, Dynamic, NoteId, Score, Tempo } from '../score/score';
import { slurredOn } from '../score/slurs';
import { placeMeasures } from '../score/walk';
import { playOrder } from './playOrder';

/** Beats a minute where the page says nothing. Common practice, no source. */
export const DEFAULT_BEATS_A_MINUTE = 92;

/** Quarters a minute at a tempo; a word alone says nothing exact. */
export function quartersAMinute(tempo: Tempo | undefined, meter: Meter): number {
  if (tempo?.mark === undefined) return DEFAULT_BEATS_A_MINUTE * toNumber(beatQuarters(meter));
  return tempo.mark.perMinute * toNumber(durationQuarters({ value: tempo.mark.value, dots: tempo.mark.dots }));
}

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
  readonly fifths: number;
  readonly quartersAMinute: number;
}

/** A line as it is played: repeats unrolled, ties joined, exact onsets in quarters from the first note's bar on. */
export interface Performance {
  readonly notes: readonly PlayedNote[];
  readonly bars: readonly PlayedBar[];
  readonly quarters: Rational;
  /** The count before it: the words, and how long each lasts in quarters. */
  readonly countIn: { readonly words: readonly string[]; readonly unitQuarters: Rational };
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
  let tempo: Tempo | undefined;
  let dynamic: Dynamic | undefined;
  let tied = false;
  for (const { index } of playOrder(score)) {
    const p = placed[index];
    if (p === undefined) continue;
    tempo = p.measure.tempo?.mark === undefined ? tempo : p.measure.tempo;
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
      fifths: p.key.fifths,
      quartersAMinute: quartersAMinute(tempo, p.meter),
    });
  }
  const first = placed[0];
  const pickup = first?.measure.pickup === true ? filledQuarters(first.measure) : undefined;
  const meter = first?.meter ?? { beats: 4, unit: 4 as const };
  const words = countIn(meter, pickup);
  const unitQuarters = meter.unit >= 8 ? rational(4, meter.unit) : beatQuarters(meter);
  return { notes, bars, quarters: sum(bars.map((b) => b.quarters)), countIn: { words, unitQuarters } };
}
