import { fifthsOf, type Interval, spellFifths } from '../pitch/interval';
import { type Pitch, type Step, stepIndex } from '../pitch/pitch';

export const MODES = [
  'major',
  'minor',
  'ionian',
  'dorian',
  'phrygian',
  'lydian',
  'mixolydian',
  'aeolian',
  'locrian',
  'none',
] as const;
export type Mode = (typeof MODES)[number];

/** A key signature: sharps (positive) or flats (negative), -7 to 7, and the mode when one is known. */
export interface Key {
  readonly fifths: number;
  readonly mode: Mode;
}

export const key = (fifths: number, mode: Mode = 'major'): Key => Object.freeze({ fifths, mode });

/** Sharps enter in this order; flats in the reverse. */
export const SHARP_ORDER: readonly Step[] = ['F', 'C', 'G', 'D', 'A', 'E', 'B'];

/** The letters a signature changes, in the order they are written. @example signatureLetters(-2) // ['B', 'E'] */
export const signatureLetters = (fifths: number): readonly Step[] =>
  fifths >= 0 ? SHARP_ORDER.slice(0, fifths) : [...SHARP_ORDER].reverse().slice(0, -fifths);

/** What each signature from seven flats to seven sharps does to each letter. */
const ALTERS: readonly Int8Array[] = Array.from({ length: 15 }, (_unused, i) => {
  const alters = new Int8Array(7);
  for (const step of signatureLetters(i - 7)) alters[stepIndex(step)] = Math.sign(i - 7);
  return alters;
});

/**
 * What the signature does to a letter, in semitones, in every octave.
 * @example signatureAlter(-2, 'E') // -1
 */
export const signatureAlter = (fifths: number, step: Step): number => ALTERS[fifths + 7]?.[stepIndex(step)] ?? 0;

/** How far the tonic lies above the signature's major tonic on the line of fifths. */
const TONIC_FIFTHS: Readonly<Record<Mode, number>> = {
  major: 0,
  ionian: 0,
  none: 0,
  mixolydian: 1,
  dorian: 2,
  minor: 3,
  aeolian: 3,
  phrygian: 4,
  locrian: 5,
  lydian: -1,
};

/** The key note's letter and alteration. @example tonic(key(-2, 'minor')) // G */
export const tonic = (k: Key): Pick<Pitch, 'step' | 'alter'> => spellFifths(k.fifths + TONIC_FIFTHS[k.mode]);

/** The key whose tonic is given, in a mode. */
export const keyOf = (tonicPitch: Pick<Pitch, 'step' | 'alter'>, mode: Mode): Key =>
  key(fifthsOf(tonicPitch) - TONIC_FIFTHS[mode], mode);

/** The signature moves with the notes: a major second up adds two sharps. */
export const transposeKey = (k: Key, by: Interval): Key => key(k.fifths + by.fifths, k.mode);
