import { fifthsOf } from '../pitch/interval';
import { letterName, type Pitch, type Step, stepIndex } from '../pitch/pitch';
import { type Key, signatureAlter, tonic } from './key';
import type { Conventions } from '../convention/conventions';

export type NoteNames = Conventions['noteNames'];

/** Syllables of movable do by their distance from do on the line of fifths; minor is counted from la. */
const MOVABLE: Readonly<Record<number, string>> = {
  [-6]: 'se',
  [-5]: 'ra',
  [-4]: 'le',
  [-3]: 'me',
  [-2]: 'te',
  [-1]: 'fa',
  0: 'do',
  1: 'sol',
  2: 're',
  3: 'la',
  4: 'mi',
  5: 'ti',
  6: 'fi',
  7: 'di',
  8: 'si',
  9: 'ri',
  10: 'li',
};
const FIXED: Readonly<Record<Step, string>> = { C: 'do', D: 're', E: 'mi', F: 'fa', G: 'sol', A: 'la', B: 'si' };
const SIGN: Readonly<Record<number, string>> = { [-2]: '♭♭', [-1]: '♭', 0: '', 1: '♯', 2: '♯♯' };

/** German letters: H is B natural, B is B flat; a sharp adds `is`, a flat `es` (`s` after a vowel). */
function germanName({ step, alter }: Pick<Pitch, 'step' | 'alter'>): string {
  if (alter === 0) return step === 'B' ? 'H' : step;
  if (step === 'B' && alter === -1) return 'B';
  const letter = step === 'B' ? 'H' : step;
  if (alter > 0) return letter + 'is'.repeat(alter);
  return letter === 'A' || letter === 'E' ? `${letter}${'s'}${'es'.repeat(-alter - 1)}` : letter + 'es'.repeat(-alter);
}

/**
 * A note's name in one of the four ways of naming; movable do follows the letter.
 *
 * Common practice, no source.
 * @param fifths the signature in force, on which movable do depends
 * @example noteName(pitch('B', -1, 4), -2, 'movable-do') // 'B♭ do'
 */
export function noteName(p: Pick<Pitch, 'step' | 'alter'>, fifths: number, names: NoteNames): string {
  switch (names) {
    case 'letters':
      return letterName(p);
    case 'movable-do':
      return [letterName(p), MOVABLE[fifthsOf(p) - fifths] ?? ''].join(' ').trim();
    case 'fixed-do':
      return FIXED[p.step] + (SIGN[p.alter] ?? '');
    case 'german':
      return germanName(p);
  }
}

/**
 * A note's name as it is said in a sentence: without the syllable that movable do adds.
 * @example spokenName(pitch('B', -1, 4), 'movable-do') // 'B♭'
 */
export const spokenName = (p: Pick<Pitch, 'step' | 'alter'>, names: NoteNames): string =>
  noteName(p, 0, names === 'movable-do' ? 'letters' : names);

/**
 * The syllable of a note alone: fixed where the class names notes so, else movable, minor counted from la.
 * @example solmization(pitch('B', -1, 4), -2, 'letters') // 'do'
 */
export const solmization = (p: Pick<Pitch, 'step' | 'alter'>, fifths: number, names: NoteNames): string =>
  names === 'fixed-do' ? noteName(p, fifths, names) : (MOVABLE[fifthsOf(p) - fifths] ?? '');

/**
 * The step of the scale that a note stands on, counted from the key's own first note; a sign before it raises or lowers
 * it against the signature.
 * @example scaleDegree(pitch('F', 1, 4), key(0)) // '♯4'
 */
export function scaleDegree(p: Pick<Pitch, 'step' | 'alter'>, key: Key): string {
  const degree = ((stepIndex(p.step) - stepIndex(tonic(key).step) + 7) % 7) + 1;
  const against = p.alter - signatureAlter(key.fifths, p.step);
  return `${(against < 0 ? '♭' : '♯').repeat(Math.abs(against))}${degree}`;
}
