import { MAX_SYLLABLE_LENGTH, placeSyllables, readSyllables, type SungToken, type Syllable } from '@cifra/core';
import type { ProblemList } from '../import/problemList';
import type { AbcElement } from './abcElement';

/** A line of notes in the text and the words of its first verse. */
interface SungLine {
  readonly from: number;
  readonly to: number;
  words?: SungToken[];
}

function sungLines(text: string, problems: ProblemList): SungLine[] {
  const lines: SungLine[] = [];
  let from = 0;
  for (const line of text.split('\n')) {
    const plain = line.replace(/(^|[^\\])%.*$/, '$1');
    const above = lines.at(-1);
    if (/^w:/.test(plain)) {
      if (above?.words !== undefined) problems.add('verses', 'left-out');
      else if (above !== undefined) above.words = readSyllables(plain.slice(2));
    } else if (plain.trim() !== '' && !/^[A-Za-z+]:/.test(plain)) lines.push({ from, to: from + line.length });
    from += line.length + 1;
  }
  return lines.filter((l) => l.words !== undefined);
}

/** The notes of each bar. */
function barsOf(elements: readonly AbcElement[]): AbcElement[][] {
  const bars: AbcElement[][] = [[]];
  for (const e of elements)
    if (e.el_type === 'bar') bars.push([]);
    else if (e.pitches !== undefined) bars.at(-1)?.push(e);
  return bars;
}

/**
 * Puts the words of the first verse under the notes of a voice: one to each note, none to rests.
 *
 * The parser does this, too, but lets a rest take the sign for a note without words.
 * @returns what is sung to each note that has words
 */
export function wordsUnder(
  text: string,
  elements: readonly AbcElement[],
  problems: ProblemList,
): ReadonlyMap<AbcElement, Syllable> {
  const all = new Map<AbcElement, Syllable>();
  for (const { from, to, words = [] } of sungLines(text, problems)) {
    const here = elements.filter((e) => (e.startChar ?? -1) >= from && (e.startChar ?? -1) < to);
    if (here.length === 0) continue;
    const { under, left } = placeSyllables(words, barsOf(here));
    for (const [note, syllable] of under)
      if (syllable.text.length <= MAX_SYLLABLE_LENGTH) all.set(note, syllable);
      else problems.add('lyrics', 'left-out', { facts: { text: syllable.text.slice(0, MAX_SYLLABLE_LENGTH) } });
    if (left.length > 0) problems.add('lyrics-over', 'left-out', { facts: { text: left.join(' ').slice(0, 60) } });
  }
  return all;
}
