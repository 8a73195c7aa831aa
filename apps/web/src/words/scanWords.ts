import type { Conventions } from '@cifra/core';
import type { Doubt, Mending } from '@cifra/scan';
import { capital } from './spoken';
import { lengthName } from './rhythmWords';

const SIGNS = { 1: 'a sharp', [-1]: 'a flat', 0: 'a natural' } as const;

const WHY: Readonly<Record<Doubt['kind'], string>> = {
  length: 'is this as long as it is printed?',
  sign: 'is its sign right?',
  place: 'does it stand on the right line or space?',
  sum: 'its notes do not fill it. Look at each of them.',
  empty: 'nothing was seen in it. Is it a bar of rest?',
  rests: 'how many bars of rest does the number say?',
};

/** What is to be looked at, in one sentence. @param bar its name, as `bar 3` */
export const doubtWords = ({ kind }: Doubt, bar: string): string => `${capital(bar)}: ${WHY[kind]}`;

/** What a note may be instead, as a button says it. */
export function mendingWords(m: Mending, names: Conventions['rhythmNames']): string {
  switch (m.kind) {
    case 'length':
      return capital(lengthName({ value: m.value, dots: m.dots }, names));
    case 'sign':
      return m.sign === undefined ? 'No sign' : capital(SIGNS[m.sign]);
    case 'step':
      return m.by > 0 ? 'One step higher' : 'One step lower';
    case 'gone':
      return 'No note at all';
  }
}
