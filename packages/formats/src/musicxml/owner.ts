import { INSTRUMENTS, letterSteps, type PageOwner, semitones } from '@cifra/core';

/**
 * Guesses whose page a part is from its own transposition and name; the teacher confirms it.
 * @param chromatic semitones from the written to the sounding note, octave included
 */
export function guessOwner(partName: string, chromatic: number, diatonic: number): PageOwner {
  const name = partName.toLowerCase();
  const fits = INSTRUMENTS.filter(
    (i) => -semitones(i.toWritten) === chromatic && -letterSteps(i.toWritten) === diatonic,
  );
  const named = fits.filter((i) => name.includes(i.name.toLowerCase().split(',')[0] ?? ''));
  const best = [...named].sort((a, b) => b.name.length - a.name.length)[0];
  if (best !== undefined) return best.id;
  return chromatic === 0 ? 'concert' : (fits[0]?.id ?? 'concert');
}
