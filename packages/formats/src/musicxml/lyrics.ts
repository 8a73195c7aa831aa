import { MAX_SYLLABLE_LENGTH, type Syllable } from '@cifra/core';
import { childrenNamed, element as el, elementsOf, textOf, type XmlElement } from '@cifra/xml';
import type { ProblemList } from '../import/problemList';
import { leaf } from './leaf';

/** Words under a note: those of the first verse; two that are sung on one note stand together. */
export function readLyric(note: XmlElement, measure: number, problems: ProblemList): Syllable | undefined {
  const lyrics = childrenNamed(note, 'lyric').sort(
    (a, b) => Number(a.attributes.number ?? 1) - Number(b.attributes.number ?? 1),
  );
  const first = lyrics.find((l) => (l.attributes.number ?? '1') === '1');
  if (lyrics.some((l) => l !== first)) problems.add('verses', 'left-out');
  if (first === undefined) return undefined;
  const of = (name: string): XmlElement[] => elementsOf(first).filter((e) => e.name === name);
  const text = of('text').map(textOf).join(' ').replace(/\s+/g, ' ').trim();
  if (text === '') return undefined;
  if (text.length > MAX_SYLLABLE_LENGTH) {
    problems.add('lyrics', 'left-out', { measure, facts: { text: text.slice(0, MAX_SYLLABLE_LENGTH) } });
    return undefined;
  }
  const syllabic = textOf(of('syllabic').at(-1));
  return { text, ...((syllabic === 'begin' || syllabic === 'middle') && { hyphen: true }) };
}

/**
 * @param goesOn the syllable before it leads on to this one
 * @param held the syllable is held on the notes after it
 */
export const writeLyric = ({ text, hyphen }: Syllable, goesOn: boolean, held: boolean): XmlElement =>
  el('lyric', { number: 1 }, [
    leaf('syllabic', goesOn ? (hyphen === true ? 'middle' : 'end') : hyphen === true ? 'begin' : 'single'),
    leaf('text', text),
    ...(held ? [el('extend')] : []),
  ]);
