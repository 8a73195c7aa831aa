import type { Exercise } from '../exercise/exercise';
import { finger } from '../instrument/finger';
import { type Instrument, type Stage, STAGES } from '../instrument/instrument';
import { key, signatureAlter, tonic } from '../key/key';
import type { Clef } from '../key/signature';
import { isCompound, type Meter, measureQuarters } from '../meter/meter';
import { diatonic, midi, pitch, stepAt, stepIndex, type Written } from '../pitch/pitch';
import { type Random, randomFrom } from '../random/random';
import { multiply, type Rational, rational, toNumber } from '../rational/rational';
import { DEFAULT_CONVENTIONS, type Conventions } from '../convention/conventions';
import { valueForQuarters } from '../score/duration';
import type { Measure, MusicEvent } from '../score/score';

/** What a new line should be like. */
export interface SightLineWish {
  readonly instrument: Instrument;
  readonly stage: Stage;
  /** The signature on the player's page. */
  readonly fifths: number;
  readonly meter: Meter;
  /** Full bars: phrases are of four. */
  readonly bars: number;
  readonly seed: number;
  readonly conventions?: Conventions;
  readonly clef?: Clef;
  /** Written notes that may stand in it, as MIDI numbers; without it those of the stage. */
  readonly known?: ReadonlySet<number>;
}

/** Lengths that fill one or two beats, in eighths of a quarter meter; later stages add to those before. */
const CELLS: readonly (readonly [from: Stage, cells: readonly (readonly number[])[]])[] = [
  ['first-notes', [[2], [4], [2, 2]]],
  ['first-octave', [[1, 1], [2, 1, 1], [6]]],
  [
    'first-year',
    [
      [3, 1],
      [1, 1, 2],
    ],
  ],
  [
    'second-year',
    [
      [1, 2, 1],
      [1, 1, 1, 1],
    ],
  ],
];
/** Lengths that fill one beat of three eighths. */
const COMPOUND_CELLS: readonly (readonly [from: Stage, cells: readonly (readonly number[])[]])[] = [
  ['first-notes', [[3], [6]]],
  [
    'first-octave',
    [
      [2, 1],
      [1, 1, 1],
    ],
  ],
];
const PHRASE_BARS = 4;
/** Felt beats a minute of a line at sight. From memory. */
const SIGHT_BEATS = 72;

/** Chances of the next move in steps of the scale: stepwise mostly, then a note again, then thirds; a leap seldom. */
const MOVES: readonly (readonly [move: number, weight: number])[] = [
  [1, 30],
  [-1, 32],
  [0, 10],
  [2, 9],
  [-2, 10],
  [3, 3],
  [4, 3],
  [-3, 2],
  [-4, 1],
];
const LARGEST_STEP_BACK = 2;
const LEAP = 3;

const cellsFor = (meter: Meter, stage: Stage): (readonly number[])[] =>
  (isCompound(meter) ? COMPOUND_CELLS : CELLS)
    .filter(([from]) => STAGES.indexOf(from) <= STAGES.indexOf(stage))
    .flatMap(([, cells]) => cells);

const lengthOf = (cell: readonly number[]): number => cell.reduce((a, b) => a + b, 0);

/** One bar of lengths in eighths: cells begin on beats, and none of two beats crosses the middle of a bar of four. */
function barRhythm(eighths: number, beat: number, cells: readonly (readonly number[])[], chance: Random): number[] {
  const made: number[] = [];
  for (let at = 0; at < eighths;) {
    const half = eighths % (4 * beat) === 0 ? 2 * beat : eighths;
    const fitting = cells.filter(
      (c) =>
        lengthOf(c) % beat === 0 &&
        at + lengthOf(c) <= eighths &&
        (lengthOf(c) <= beat || Math.floor(at / half) === Math.floor((at + lengthOf(c) - 1) / half)),
    );
    const cell = chance.of(fitting);
    made.push(...cell);
    at += lengthOf(cell);
  }
  return made;
}

/**
 * A bar that closes a phrase: one long note, with a rest on the last beat where another phrase follows and there is
 * room.
 */
const closing = (eighths: number, beat: number, last: boolean): { lengths: number[]; rest: number } =>
  last || eighths <= beat ? { lengths: [eighths], rest: 0 } : { lengths: [eighths - beat], rest: beat };

/** Degrees on which the notes of a phrase can end: home at last, elsewhere on the fifth, third or second. */
function endingOf(scale: readonly Written[], home: number, last: boolean, near: number, chance: Random): number {
  const wanted = last ? [0] : chance.shuffled([4, 2, 1]);
  const of = (degree: number): number[] =>
    scale
      .map((p, i) => ({ p, i }))
      .filter(({ p }) => (((stepIndex(p.step) - home) % 7) + 7) % 7 === degree)
      .map(({ i }) => i);
  for (const degree of [...wanted, 0, 2, 4]) {
    const [found] = of(degree).sort((a, b) => Math.abs(a - near) - Math.abs(b - near));
    if (found !== undefined) return found;
  }
  return near;
}

/** A walk over the scale of so many notes that comes to its end by step. */
function walk(count: number, from: number, to: number, size: number, chance: Random): number[] {
  const steps = [from];
  let before = 0;
  for (let i = 1; i < count; i++) {
    const here = steps[i - 1] as number;
    const left = count - 1 - i;
    const fits = ([move]: readonly [number, number]): boolean => {
      const next = here + move;
      if (next < 0 || next >= size) return false;
      if (left === 0) return next === to;
      // The last move is a step, or the same note again; those before it may be thirds.
      if (Math.abs(next - to) > 1 + LARGEST_STEP_BACK * (left - 1)) return false;
      // After a leap the line turns back by step.
      if (Math.abs(before) >= LEAP) return Math.abs(move) === 1 && Math.sign(move) !== Math.sign(before);
      return !(before === 0 && move === 0 && i > 1);
    };
    const fitting = MOVES.filter(fits);
    // Close to the end there may be no allowed move: the straight way is then taken.
    const way = Math.sign(to - here) * Math.min(Math.abs(to - here), left === 0 ? Infinity : LARGEST_STEP_BACK);
    const options: readonly (readonly [number, number])[] = fitting.length === 0 ? [[way, 1]] : fitting;
    let spin = chance.next() * options.reduce((s, [, w]) => s + w, 0);
    const [move] = options.find(([, w]) => (spin -= w) < 0) ?? (options.at(-1) as readonly [number, number]);
    steps.push(here + move);
    before = move;
  }
  return steps;
}

const EIGHTH = rational(1, 2);

/** The notes of a key that a player of a stage can be asked for, low to high. */
export function sightScale({
  instrument,
  stage,
  fifths,
  conventions = DEFAULT_CONVENTIONS,
  known,
}: SightLineWish): Written[] {
  const { low, high } = instrument.ranges[stage];
  return Array.from({ length: diatonic(high) - diatonic(low) + 3 }, (_u, i) => diatonic(low) - 1 + i)
    .map((d) => pitch<Written>(stepAt(d), signatureAlter(fifths, stepAt(d)), Math.floor(d / 7)))
    .filter(
      (p) =>
        midi(p) >= midi(low) &&
        midi(p) <= midi(high) &&
        finger(instrument, p, conventions).kind === 'playable' &&
        (known === undefined || known.has(midi(p))),
    );
}

/** Fewer notes than this make no line. */
export const FEWEST_NOTES = 3;

/**
 * Makes a new line to be played at sight, the same from the same seed.
 *
 * Stepwise mostly; thirds now and then; a leap of a fourth or fifth seldom, after which the line turns back by step;
 * never one note three times. Phrases of four bars, the third with the rhythm of the first; each closes by step on a
 * long note, the last on the key note where the range has it. Rules of this program; common practice, no source.
 * @returns undefined where fewer than three notes of the key are at hand
 */
export function sightLine(wish: SightLineWish): Exercise | undefined {
  const { instrument, stage, fifths, meter, bars, seed } = wish;
  const scale = sightScale(wish);
  if (scale.length < FEWEST_NOTES) return undefined;
  const chance = randomFrom(seed);
  const full = measureQuarters(meter);
  const eighths = toNumber(full) * 2;
  const beat = isCompound(meter) ? 3 : meter.unit === 8 ? 1 : 2;
  const cells = cellsFor(meter, stage);
  const home = stepIndex(tonic(key(fifths)).step);
  let number = 0;
  const event = (length: number, at: number | undefined): MusicEvent<Written> => {
    const quarters: Rational = multiply(rational(length), EIGHTH);
    const duration = valueForQuarters(quarters);
    if (duration === undefined) throw new RangeError(`no value of ${length} eighths`);
    number += 1;
    return at === undefined
      ? { kind: 'rest', id: `s${number}`, duration }
      : { kind: 'note', id: `s${number}`, duration, pitch: scale[at] as Written };
  };
  const measures: Measure<Written>[] = [];
  let here = endingOf(scale, home, true, chance.below(scale.length), chance);
  while (measures.length < bars) {
    const inPhrase = Math.min(PHRASE_BARS, bars - measures.length);
    const last = measures.length + inPhrase >= bars;
    const rhythms = Array.from({ length: inPhrase }, () => ({
      lengths: barRhythm(eighths, beat, cells, chance),
      rest: 0,
    }));
    const [first, , third] = rhythms;
    if (first !== undefined && third !== undefined) third.lengths = first.lengths;
    rhythms[inPhrase - 1] = closing(eighths, beat, last);
    const count = rhythms.reduce((n, r) => n + r.lengths.length, 0);
    const notes = walk(count, here, endingOf(scale, home, last, here, chance), scale.length, chance);
    let next = 0;
    rhythms.forEach(({ lengths, rest }, i) => {
      const index = measures.length;
      measures.push({
        id: `m${index + 1}`,
        ...(index === 0 && {
          clef: wish.clef ?? instrument.clefs[0],
          key: key(fifths),
          meter,
          tempo: { mark: { value: 'quarter' as const, dots: isCompound(meter) ? 1 : 0, perMinute: SIGHT_BEATS } },
        }),
        ...(last && i === inPhrase - 1 && { endBar: 'final' as const }),
        events: [...lengths.map((l) => event(l, notes[next++])), ...(rest > 0 ? [event(rest, undefined)] : [])],
      });
    });
    here = Math.max(0, Math.min(scale.length - 1, (notes.at(-1) ?? here) + chance.of([-1, 1, 0, 2])));
  }
  return {
    owner: instrument.id,
    source: { title: `At sight ${seed}`, measures, slurs: [], hairpins: [] },
    partChoices: {},
  };
}
