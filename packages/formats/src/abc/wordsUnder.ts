import { MAX_SYLLABLE_LENGTH, type Syllable } from '@cifra/core';
import type { ProblemList } from '../import/problemList';
import type { AbcElement } from './abcElement';

/** What stands in a line of words: a syllable, a note that has none of its own, or the way to the next bar. */
type Token = Syllable | 'none' | 'bar';

/** Takes a line of words apart. */
function tokensOf(words: string): Token[] {
  const tokens: Token[] = [];
  let text = '';
  const close = (hyphen: boolean): void => {
    const syllable = text.replace(/\s+/g, ' ').trim();
    if (syllable !== '') tokens.push({ text: syllable, ...(hyphen && { hyphen: true }) });
    text = '';
  };
  for (const [sign, escaped] of words.matchAll(/\\(.)|./gu)) {
    if (escaped !== undefined) text += escaped;
    else if (sign === '~') text += ' ';
    else if (/\s/.test(sign)) close(false);
    else if (sign === '-') {
      if (text !== '') close(true);
      else {
        // A hyphen by itself: the word goes on past a note.
        const last = tokens.at(-1);
        if (typeof last === 'object') tokens[tokens.length - 1] = { ...last, hyphen: true };
        tokens.push('none');
      }
    } else if ('_*|'.includes(sign)) {
      close(false);
      tokens.push(sign === '|' ? 'bar' : 'none');
    } else text += sign;
  }
  close(false);
  return tokens;
}

/** A line of notes in the text and the words of its first verse. */
interface SungLine {
  readonly from: number;
  readonly to: number;
  words?: Token[];
}

function sungLines(text: string, problems: ProblemList): SungLine[] {
  const lines: SungLine[] = [];
  let from = 0;
  for (const line of text.split('\n')) {
    const plain = line.replace(/(^|[^\\])%.*$/, '$1');
    const above = lines.at(-1);
    if (/^w:/.test(plain)) {
      if (above?.words !== undefined) problems.add('verses', 'left-out');
      else if (above !== undefined) above.words = tokensOf(plain.slice(2));
    } else if (plain.trim() !== '' && !/^[A-Za-z+]:/.test(plain)) lines.push({ from, to: from + line.length });
    from += line.length + 1;
  }
  return lines.filter((l) => l.words !== undefined);
}

/**
 * Puts the words of the first verse under the notes of a voice: one to each note, none to rests.
 *
 * The parser does this, too, but lets a rest take the sign for a note without words.
 * @see The ABC music standard 2.1, section 5.1, abcnotation.com
 * @returns what is sung to each note that has words
 */
export function wordsUnder(
  text: string,
  elements: readonly AbcElement[],
  problems: ProblemList,
): ReadonlyMap<AbcElement, Syllable> {
  const under = new Map<AbcElement, Syllable>();
  for (const { from, to, words = [] } of sungLines(text, problems)) {
    const here = elements.filter((e) => (e.startChar ?? -1) >= from && (e.startChar ?? -1) < to);
    const waiting = [...words];
    for (const e of here) {
      const next = waiting[0];
      if (e.el_type === 'bar' && next === 'bar') waiting.shift();
      if (e.pitches === undefined || next === undefined || next === 'bar') continue;
      waiting.shift();
      if (next === 'none') continue;
      if (next.text.length <= MAX_SYLLABLE_LENGTH) under.set(e, next);
      else problems.add('lyrics', 'left-out', { facts: { text: next.text.slice(0, MAX_SYLLABLE_LENGTH) } });
    }
    const left = waiting.flatMap((t) => (typeof t === 'object' ? [t.text] : []));
    if (here.length > 0 && left.length > 0)
      problems.add('lyrics-over', 'left-out', { facts: { text: left.join(' ').slice(0, 60) } });
  }
  return under;
}
