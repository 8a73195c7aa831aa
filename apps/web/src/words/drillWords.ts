import type { AgainPlace, SignatureDiagnosis, SignatureFault, SignatureKind, WarmUp } from '@cifra/core';

export const WARM_UP_WORDS: Readonly<Record<WarmUp, string>> = {
  'long-tones': 'Long tones',
  'five-notes': 'Five notes, by step and in thirds',
  scale: 'A scale, up and down',
  slurs: 'Slurs over a fifth, a half step lower each time',
  articulation: 'Articulation on one note',
  rhythm: 'Rhythm on one note',
};

export const SIGNATURE_KIND_WORDS: Readonly<Record<SignatureKind, string>> = {
  letters: 'Which letters?',
  place: 'Set the signs',
  formed: 'Which is well formed?',
  'from-notes': 'From the notes',
  holds: 'Sharp, flat or natural?',
};

/** Why a letter is what it is where it comes again. */
export const AGAIN_WORDS: Readonly<Record<AgainPlace, string>> = {
  octave: 'A signature holds for its letters in every octave.',
  later: 'A sign holds to the end of its bar.',
  'next-bar': 'The bar line ends a sign.',
  'other-octave-after-sign': 'A sign in the bar holds for its own line or space only.',
};

/** What is wrong with a signature, in words. */
export function faultWords(f: SignatureFault): string {
  switch (f.kind) {
    case 'mixed':
      return 'sharps and flats never stand together';
    case 'doubled':
      return `${f.step} stands twice`;
    case 'double-sign':
      return `${f.step} has no single sharp or flat`;
    case 'order':
      return `the order is ${f.proper.join(' ')}`;
    case 'missing':
      return `${f.step} is missing`;
    case 'stray':
      return `${f.step} does not belong to it`;
    case 'wrong-line':
      return `${f.step} stands on the wrong line or space`;
  }
}

export const diagnosisWords = (d: SignatureDiagnosis): string =>
  d.faults.length === 0 ? 'it is another signature' : d.faults.map(faultWords).join('; ');

export const ALTER_WORDS: Readonly<Record<number, string>> = { [-1]: 'flat', 0: 'natural', 1: 'sharp' };
