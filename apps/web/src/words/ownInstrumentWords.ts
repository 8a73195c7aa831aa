import { intervalBetween, letterName, nameInterval, type OwnProblem, parsePitch, type Pitch } from '@cifra/core';
import { intervalWords } from './factWords';

export const OWN_PROBLEM_WORDS: Readonly<Record<OwnProblem, string>> = {
  name: 'Give it a name of at most 40 letters.',
  sounds: 'Choose a note that is nearer to the one that is read.',
  range: 'Its highest note lies a fifth or more above its lowest.',
};

const MIDDLE_C = parsePitch('C4');

/** What middle C on the page becomes. @example `A, a minor 3rd lower` */
export function soundsWords(sounds: Pitch): string {
  const name = nameInterval(intervalBetween(MIDDLE_C, sounds));
  const words = intervalWords(name);
  if (words === 'unison') return 'C, as it is read';
  const article = /^(octave|augmented)/.test(words) ? 'an' : /^\d/.test(words) ? '' : 'a';
  return `${letterName(sounds)}, ${[article, words, name.up ? 'higher' : 'lower'].join(' ').trim()}`;
}
