import { fifthsOf } from '../pitch/interval';
import { letterName, type Pitch, type Step } from '../pitch/pitch';
import type { Schools } from '../school/schools';

export type NoteNames = Schools['noteNames'];

/** Syllables of movable do by their distance from do on the line of fifths; minor is counted from la. */
const MOVABLE: Readonly<Record<number, string>> = {
  [-6]: 'se', [-5]: 'ra', [-4]: 'le', [-3]: 'me', [-2]: 'te', [-1]: 'fa', 0: 'do', 1: 'sol', 2: 're', 3: 'la', 4: 'mi', 5: 'ti', 6: 'fi', 7: 'di', 8: 'si', 9: 'ri', 10: 'li',
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
    case 'letters': return letterName(p);
    case 'movable-do': return [letterName(p), MOVABLE[fifthsOf(p) - fifths] ?? ''].join(' ').trim();
    case 'fixed-do': return FIXED[p.step] + (SIGN[p.alter] ?? '');
    case 'german': return germanName(p);
  }
}
