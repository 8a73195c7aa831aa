import { diagnoseSignature, letterName, type TypedSign } from '@cifra/core';
import type { ProblemList } from './problemList';

/**
 * Notes a signature that is none: which signs it has, what is wrong with it, and the proper one nearest to it. The
 * sound of the notes stays.
 */
export function noteCustomKey(signs: readonly TypedSign[], measure: number, problems: ProblemList): void {
  const { faults, fifths } = diagnoseSignature(signs, 'treble');
  problems.add('key-custom', 'repaired', {
    measure,
    facts: {
      signs: signs.map(letterName).join(' '),
      faults: [...new Set(faults.map((f) => f.kind))].join(' '),
      fifths,
    },
  });
}
