import { type Step, stepAt } from '../pitch/pitch';
import { BOTTOM_LINE, type Clef } from './signature';

export const STAFF_KINDS = ['lines', 'spaces'] as const;
export type StaffKind = (typeof STAFF_KINDS)[number];

const LINES = 5;
const SPACES = 4;

/**
 * The letters of a clef's lines or spaces, from the bottom up.
 * @example staffLetters('treble', 'lines') // E G B D F
 */
export const staffLetters = (clef: Clef, kind: StaffKind): Step[] =>
  Array.from({ length: kind === 'lines' ? LINES : SPACES }, (_unused, i) =>
    stepAt(BOTTOM_LINE[clef] + 2 * i + (kind === 'lines' ? 0 : 1)),
  );

/** What is wrong with a sentence that should spell a clef's lines or spaces; facts only. */
export type SentenceFault =
  | { readonly kind: 'word-count'; readonly words: number; readonly wanted: number }
  /** The word at a place, counted from 0, begins with another letter than the staff has there. */
  | { readonly kind: 'wrong-letter'; readonly at: number; readonly word: string; readonly letter: Step };

/**
 * Checks a teacher's memory sentence: its words' first letters are the lines or spaces from the bottom up.
 *
 * One word may stand for all of them where its letters spell them: FACE.
 * @returns the first thing that is wrong; undefined for a sentence that holds
 * @example checkSentence('Every Good Band Deserves Fans', 'treble', 'lines') // undefined
 */
export function checkSentence(sentence: string, clef: Clef, kind: StaffKind): SentenceFault | undefined {
  const letters = staffLetters(clef, kind);
  const words = sentence
    .trim()
    .split(/[\s,.;:!?-]+/u)
    .filter((w) => w !== '');
  if (words.length === 1 && words[0]?.toUpperCase() === letters.join('')) return undefined;
  const at = words.findIndex((w, i) => i < letters.length && w[0]?.toUpperCase() !== letters[i]);
  if (at >= 0) return { kind: 'wrong-letter', at, word: words[at] as string, letter: letters[at] as Step };
  return words.length === letters.length
    ? undefined
    : { kind: 'word-count', words: words.length, wanted: letters.length };
}
