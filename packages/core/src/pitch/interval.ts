import { type Pitch, type Step, pitch, stepIndex } from './pitch';

/**
 * An interval as a vector of fifths and octaves: spelling is then plain addition.
 *
 * A fifth is seven semitones and four letters, an octave twelve and seven; every interval is some
 * number of each. A major second is two fifths up, one octave down: {fifths: 2, octaves: -1}.
 */
export interface Interval {
  readonly fifths: number;
  readonly octaves: number;
}

/** Where the letters sit on the line of fifths, C = 0. */
const FIFTHS: Readonly<Record<Step, number>> = { F: -1, C: 0, G: 1, D: 2, A: 3, E: 4, B: 5 };
const BY_FIFTHS: readonly Step[] = ['F', 'C', 'G', 'D', 'A', 'E', 'B'];

export const fifthsOf = (p: Pick<Pitch, 'step' | 'alter'>): number => FIFTHS[p.step] + 7 * p.alter;

/** The letter and alteration at a place on the line of fifths: -2 is B♭, 6 is F♯. */
export function spellFifths(fifths: number): Pick<Pitch, 'step' | 'alter'> {
  const place = fifths + 1;
  const alter = Math.floor(place / 7);
  return { step: BY_FIFTHS[place - 7 * alter] as Step, alter };
}

export const interval = (fifths: number, octaves: number): Interval => Object.freeze({ fifths, octaves });
export const UNISON = interval(0, 0);
/** Respells a pitch upward by letter, same sound: C♯ to D♭. */
export const ENHARMONIC_UP = interval(-12, 7);
export const ENHARMONIC_DOWN = interval(12, -7);
export const addIntervals = (a: Interval, b: Interval): Interval =>
  interval(a.fifths + b.fifths, a.octaves + b.octaves);
export const invert = (i: Interval): Interval => interval(0 - i.fifths, 0 - i.octaves);
export const octavesUp = (n: number): Interval => interval(0, n);
export const semitones = (i: Interval): number => 7 * i.fifths + 12 * i.octaves;
export const letterSteps = (i: Interval): number => 4 * i.fifths + 7 * i.octaves;

/**
 * Moves a pitch by an interval, letter and sound together.
 * @example transpose(E♭4, major second) // F4
 */
export function transpose<P extends Pitch = Pitch>(p: Pitch, by: Interval): P {
  const { step, alter } = spellFifths(fifthsOf(p) + by.fifths);
  const letters = stepIndex(p.step) + 7 * p.octave + letterSteps(by);
  return pitch<P>(step, alter, (letters - stepIndex(step)) / 7);
}

/** The interval that leads from one pitch to another. */
export function intervalBetween(from: Pitch, to: Pitch): Interval {
  const fifths = fifthsOf(to) - fifthsOf(from);
  const letters = stepIndex(to.step) - stepIndex(from.step) + 7 * (to.octave - from.octave);
  return interval(fifths, (letters - 4 * fifths) / 7);
}

/** Quality and number of an interval: `{quality: 'major', number: 2, up: true, octaves: 0}`. */
export interface IntervalName {
  readonly quality: 'perfect' | 'major' | 'minor' | 'augmented' | 'diminished' | 'other';
  /** 1 to 7 within the octave (an exact octave is 1 with octaves 1). */
  readonly number: number;
  readonly octaves: number;
  readonly up: boolean;
}

/** Names an interval as musicians do: size by letters, quality by its place on the line of fifths. */
export function nameInterval(i: Interval): IntervalName {
  const up = letterSteps(i) > 0 || (letterSteps(i) === 0 && semitones(i) >= 0);
  const size = up ? i : invert(i);
  const letters = letterSteps(size);
  const { fifths } = size;
  const quality =
    Math.abs(fifths) <= 1
      ? 'perfect'
      : fifths >= 2 && fifths <= 5
        ? 'major'
        : fifths <= -2 && fifths >= -5
          ? 'minor'
          : fifths >= 6 && fifths <= 12
            ? 'augmented'
            : fifths <= -6 && fifths >= -12
              ? 'diminished'
              : 'other';
  return { quality, number: (letters % 7) + 1, octaves: Math.floor(letters / 7), up };
}

const SHORT: Readonly<Record<string, Interval>> = {
  P1: UNISON,
  P5: interval(1, 0),
  M2: interval(2, -1),
  M6: interval(3, -1),
  M3: interval(4, -2),
  M7: interval(5, -2),
  P4: interval(-1, 1),
  m7: interval(-2, 2),
  m3: interval(-3, 2),
  m6: interval(-4, 3),
  m2: interval(-5, 3),
  A4: interval(6, -3),
  d5: interval(-6, 4),
  P8: interval(0, 1),
};

/**
 * Reads a short name: `M2`, `-P5`, `P8+M6` (an octave and a major sixth).
 * @throws RangeError for a name not listed: only catalogues and tests call it.
 */
export function parseInterval(text: string): Interval {
  const down = text.startsWith('-');
  const total = (down ? text.slice(1) : text)
    .split('+')
    .map((name) => {
      const found = SHORT[name];
      if (found === undefined) throw new RangeError(`no interval: ${text}`);
      return found;
    })
    .reduce(addIntervals, UNISON);
  return down ? invert(total) : total;
}
