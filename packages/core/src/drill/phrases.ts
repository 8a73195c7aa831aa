import type { Exercise } from '../exercise/exercise';
import type { Instrument } from '../instrument/instrument';
import type { Key } from '../key/key';
import type { Clef } from '../key/signature';
import { isCompound, type Meter } from '../meter/meter';
import { midi, pitch, type Written } from '../pitch/pitch';
import { type Random, randomFrom } from '../random/random';
import { rational } from '../rational/rational';
import { valueForQuarters } from '../score/duration';
import type { Measure, MusicEvent } from '../score/score';
import { barRhythms } from './barRhythms';

/** What made phrases are to be like. */
export interface PhraseWish {
  readonly instrument: Instrument;
  /** Whose notes they are; at least two, low to high. */
  readonly notes: readonly Written[];
  /** On which of them a phrase may come to rest; none leaves the end open. */
  readonly rests: readonly Written[];
  readonly clef: Clef;
  readonly key: Key;
  readonly meter: Meter;
  /** Felt beats a minute. */
  readonly beats: number;
  /** How many phrases, of one bar each. */
  readonly count: number;
  readonly seed: number;
}

/** A phrase of at most so many notes comes first; later ones may have more. */
const FEW_NOTES = 3;
const EASY_PHRASES = 2;
/** Moves among the chosen notes: to the next one mostly, the same again, past one now and then. */
const MOVES = [1, -1, 1, -1, 0, 2, -2] as const;

/** The places of a bar's notes among those chosen; the last is the nearest of the ends, if there are any. */
function wander(count: number, size: number, ends: readonly number[], chance: Random): number[] {
  const places: number[] = [chance.below(size)];
  while (places.length < count) {
    const here = places.at(-1) ?? 0;
    places.push(chance.of(MOVES.map((m) => here + m).filter((to) => to >= 0 && to < size)));
  }
  const before = places.at(-2) ?? places[0] ?? 0;
  const [end] = [...ends].sort((a, b) => Math.abs(a - before) - Math.abs(b - before));
  return end === undefined ? places : [...places.slice(0, -1), end];
}

/**
 * Makes phrases of one bar from chosen notes, to be answered or echoed; the same from the same seed. The first two are
 * short of notes, every second one comes to rest, and no phrase is the one before it again. Rules of this
 * program.
 * @returns undefined with fewer than two notes, and in a meter whose rhythms are not known here
 */
export function madePhrases(wish: PhraseWish): Exercise | undefined {
  const { instrument, notes, rests, meter, count, seed } = wish;
  const rhythms = barRhythms(meter);
  if (notes.length < 2 || rhythms.length === 0) return undefined;
  const chance = randomFrom(seed);
  const ends = rests.map((r) => notes.findIndex((n) => midi(n) === midi(r))).filter((i) => i >= 0);
  const easy = rhythms.filter((r) => r.length <= FEW_NOTES);
  let number = 0;
  const event = (eighths: number, at: number): MusicEvent<Written> => {
    const duration = valueForQuarters(rational(eighths, 2));
    const note = notes[at];
    if (duration === undefined || note === undefined) throw new RangeError(`no note of ${eighths} eighths`);
    number += 1;
    return { kind: 'note', id: `p${number}`, duration, pitch: pitch<Written>(note.step, note.alter, note.octave) };
  };
  const bars: MusicEvent<Written>[][] = [];
  const told = (bar: readonly MusicEvent<Written>[]): string =>
    bar
      .map((e) => (e.kind === 'note' ? `${e.duration.value}${e.duration.dots}${e.pitch.step}${e.pitch.octave}` : ''))
      .join();
  while (bars.length < count) {
    const rhythm = chance.of(bars.length < EASY_PHRASES ? easy : rhythms);
    const comesToRest = bars.length % 2 === 1;
    const places = wander(rhythm.length, notes.length, comesToRest ? ends : [], chance);
    const bar = rhythm.map((eighths, i) => event(eighths, places[i] ?? 0));
    if (told(bar) !== told(bars.at(-1) ?? [])) bars.push(bar);
  }
  const measures = bars.map((events, i): Measure<Written> => ({
    id: `m${i + 1}`,
    ...(i === 0 && {
      clef: wish.clef,
      key: wish.key,
      meter,
      tempo: { mark: { value: 'quarter' as const, dots: isCompound(meter) ? 1 : 0, perMinute: wish.beats } },
    }),
    ...(i === count - 1 && { endBar: 'final' as const }),
    events,
  }));
  return {
    owner: instrument.id,
    source: { title: `Phrases ${seed}`, measures, slurs: [], hairpins: [] },
    partChoices: {},
  };
}
