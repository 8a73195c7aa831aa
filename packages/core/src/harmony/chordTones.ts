import { type Concert, midi, type Pitch, pitch } from '../pitch/pitch';
import type { ChordSymbol, Letter } from '../score/chordSymbol';

/** Half steps in an octave. */
export const OCTAVE = 12;
const SOME_OCTAVE = 4;

/** The place of a letter among the twelve of an octave, C at 0. */
export const pitchClass = ({ step, alter }: Letter): number =>
  ((midi(pitch<Concert>(step, alter, SOME_OCTAVE)) % OCTAVE) + OCTAVE) % OCTAVE;
export const classOf = (p: Pitch): number => ((midi(p) % OCTAVE) + OCTAVE) % OCTAVE;

const MINOR = /^(?:m(?!a)|-)/;
const MAJOR_SEVENTH = /ma|M|Δ/;
/** What is stacked over the seventh: each holds those below it. */
const STACKED = [9, 11, 13] as const;
const STACKED_STEPS: Readonly<Record<(typeof STACKED)[number], number>> = { 9: 2, 11: 5, 13: 9 };

const thirdOf = (kind: string): readonly number[] => {
  if (/sus2/.test(kind)) return [2];
  if (/sus/.test(kind)) return [5];
  if (/^5$|no3/.test(kind)) return [];
  return [MINOR.test(kind) || /dim|°|ø/.test(kind) ? 3 : 4];
};
const fifthOf = (kind: string): number => {
  if (/dim|°|ø|[b-]5/.test(kind)) return 6;
  return /aug|\+|#5/.test(kind) ? 8 : 7;
};
function seventhOf(kind: string): readonly number[] {
  if (/dim7|°7/.test(kind)) return [9];
  if (/add/.test(kind)) return [];
  if (/ø/.test(kind)) return [10];
  if (/(?:7|9|11|13)(?!\d)/.test(kind) && !/6\/9/.test(kind))
    return [MAJOR_SEVENTH.test(kind.replace(/^m(?!a)i?n?/, '')) ? 11 : 10];
  return [];
}

/**
 * The notes of a chord as half steps over its root, low to high: the third, the fifth, and what its kind adds.
 *
 * Signs that change a note above the seventh (`b9`, `#11`) are passed over: an accompaniment plays what is under them.
 * @example chordSteps('m7') // [0, 3, 7, 10]
 */
export function chordSteps(kind: string): readonly number[] {
  const steps = [0, ...thirdOf(kind), fifthOf(kind), ...seventhOf(kind)];
  if (/6/.test(kind)) steps.push(9);
  const highest = STACKED.filter((n) => new RegExp(`(?<![#b\\d])${n}(?!\\d)`).test(kind)).at(-1);
  for (const n of STACKED)
    if (n === highest || (highest !== undefined && n < highest && !/add/.test(kind))) steps.push(STACKED_STEPS[n]);
  return [...new Set(steps)].sort((a, b) => a - b);
}

/** The twelfths of the octave that a chord has, its root first. @example chordClasses(G7) // [7, 11, 2, 5] */
export const chordClasses = ({ root, kind }: ChordSymbol): readonly number[] =>
  chordSteps(kind).map((s) => (pitchClass(root) + s) % OCTAVE);
