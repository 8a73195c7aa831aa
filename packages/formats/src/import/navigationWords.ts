import type { NavigationSign } from '@cifra/core';

/** Words that send players elsewhere, as pages write them. */
const WORDS: readonly (readonly [RegExp, NavigationSign])[] = [
  [/^d\.? ?c\.? al fine\.?$|^da capo al fine\.?$/i, 'dc-fine'],
  [/^d\.? ?c\.? al coda\.?$|^da capo al coda\.?$/i, 'dc-coda'],
  [/^d\.? ?c\.?$|^da capo\.?$/i, 'dc'],
  [/^d\.? ?s\.? al fine\.?$|^dal segno al fine\.?$/i, 'ds-fine'],
  [/^d\.? ?s\.? al coda\.?$|^dal segno al coda\.?$/i, 'ds-coda'],
  [/^d\.? ?s\.?$|^dal segno\.?$/i, 'ds'],
  [/^to coda\.?$|^al coda\.?$/i, 'to-coda'],
  [/^fine\.?$/i, 'fine'],
];

/** The sign that some words are, if they are one. @example wordsSay('D.C. al Fine') // 'dc-fine' */
export const wordsSay = (words: string): NavigationSign | undefined =>
  WORDS.find(([pattern]) => pattern.test(words.trim()))?.[1];

/**
 * The sign of a direction: by its words, else by what the file says for playback.
 * @param sound attributes for playback: `dacapo`, `dalsegno`, `fine`, `tocoda`
 */
export function signOf(
  words: string | undefined,
  sound: Readonly<Record<string, string | undefined>>,
): NavigationSign | undefined {
  const said = words === undefined ? undefined : wordsSay(words);
  if (said !== undefined) return said;
  if (sound.dacapo !== undefined) return 'dc';
  if (sound.dalsegno !== undefined) return 'ds';
  if (sound.fine !== undefined) return 'fine';
  return sound.tocoda === undefined ? undefined : 'to-coda';
}

/** A bar's signs with one more; each stands once. */
export const withSign = (
  signs: readonly NavigationSign[] | undefined,
  more: readonly NavigationSign[],
): readonly NavigationSign[] => [...new Set([...(signs ?? []), ...more])];
