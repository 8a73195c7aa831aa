import type { Pitch } from '../pitch/pitch';
import type { MusicEvent, Note, NoteId, Score, Syllable } from './score';
import { placedNotes } from './placedNotes';

/** The notes that can take a syllable: all that are struck; one that is held on by a tie is sung already. */
export const sungNotes = <P extends Pitch>(score: Score<P>): Note<P>[] =>
  placedNotes(score).flatMap(({ note, tiedFrom }) => (tiedFrom === undefined ? [note] : []));

/** A note or rest by itself: without its syllable and chord symbol. */
export function unsung<P extends Pitch>({ chord: _chord, ...event }: MusicEvent<P>): MusicEvent<P> {
  if (event.kind === 'rest') return event;
  const { syllable: _syllable, ...note } = event;
  return note;
}

/** What stands in a line of words: a syllable, a note that has none of its own, or the way to the next bar. */
export type SungToken = Syllable | 'none' | 'bar';

/**
 * Reads words as they are typed under notes: a space ends a word, a hyphen parts syllables, `_` and `*` leave a note
 * without its own, `~` keeps two words under one note, `|` goes on to the next bar, and a backslash takes what follows
 * as it stands.
 * @see The ABC music standard 2.1, section 5.1, abcnotation.com
 * @example readSyllables('Snow is fall-ing _ down') // Snow, is, fall-, ing, none, down
 */
export function readSyllables(typed: string): SungToken[] {
  const tokens: SungToken[] = [];
  let text = '';
  const close = (hyphen: boolean): void => {
    const syllable = text.replace(/\s+/g, ' ').trim();
    if (syllable !== '') tokens.push({ text: syllable, ...(hyphen && { hyphen }) });
    text = '';
  };
  for (const [sign, escaped] of typed.matchAll(/\\(.)|[^]/gu)) {
    if (escaped !== undefined) text += escaped;
    else if (sign === '~') text += ' ';
    else if (/\s/.test(sign)) close(false);
    else if (sign === '-') {
      const last = tokens.at(-1);
      if (text !== '') close(true);
      // A hyphen by itself: the word goes on past a note.
      else if (typeof last === 'object') tokens.splice(-1, 1, { ...last, hyphen: true }, 'none');
      else tokens.push('none');
    } else if ('_*|'.includes(sign)) {
      close(false);
      tokens.push(sign === '|' ? 'bar' : 'none');
    } else text += sign;
  }
  close(false);
  return tokens;
}

/** A syllable as it is typed. @example typedSyllable({ text: 'and I', hyphen: true }) // and~I- */
export const typedSyllable = ({ text, hyphen }: Syllable): string =>
  text.replace(/[\\\-_*|~]/g, '\\$&').replaceAll(' ', '~') + (hyphen === true ? '-' : ' ');

/** Words to sing as they are typed: what `readSyllables` reads again. */
export const syllablesText = <P extends Pitch>(score: Score<P>): string =>
  sungNotes(score)
    .map(({ syllable }) => (syllable === undefined ? '_ ' : typedSyllable(syllable)))
    .join('')
    .replace(/(_ )*$/, '')
    .trimEnd();

/**
 * Puts words under notes, bar by bar.
 * @returns what stands under which note, the syllables that found no note, and how many notes come after the words
 */
export function placeSyllables<T>(
  tokens: readonly SungToken[],
  bars: readonly (readonly T[])[],
): { readonly under: ReadonlyMap<T, Syllable>; readonly left: readonly string[]; readonly after: number } {
  const under = new Map<T, Syllable>();
  const waiting = [...tokens];
  let after = 0;
  for (const bar of bars) {
    for (const note of bar) {
      if (waiting[0] === 'bar') continue;
      const token = waiting.shift();
      if (token === undefined) after += 1;
      else if (token !== 'none' && token !== 'bar') under.set(note, token);
    }
    if (waiting[0] === 'bar') waiting.shift();
  }
  return { under, left: waiting.flatMap((t) => (typeof t === 'object' ? [t.text] : [])), after };
}

/** Puts words under a line, from its first note; notes that get none lose what they had. */
export function withSyllables<P extends Pitch>(
  score: Score<P>,
  typed: string,
): { readonly score: Score<P>; readonly left: readonly string[]; readonly after: number } {
  const struck = new Set(sungNotes(score).map((n) => n.id));
  const bars = score.measures.map((m) => m.events.flatMap((e) => (struck.has(e.id) ? [e.id] : [])));
  const { under, ...rest } = placeSyllables(readSyllables(typed), bars);
  const measures = score.measures.map((m) => ({
    ...m,
    events: m.events.map((e) => {
      if (e.kind === 'rest') return e;
      const { syllable: _before, ...note } = e;
      const syllable = under.get(e.id);
      return syllable === undefined ? note : { ...note, syllable };
    }),
  }));
  return { score: { ...score, measures }, ...rest };
}

/**
 * Notes on which the last syllable of a word is held: those that follow it without words of their own, tied or slurred
 * on from it.
 * @returns the notes whose syllable is held beyond them
 */
export function heldSyllables<P extends Pitch>(score: Score<P>): ReadonlySet<NoteId> {
  const notes = score.measures.flatMap((m) => m.events);
  const at = new Map(notes.map((e, i) => [e.id, i]));
  const slurred = score.slurs.map((s) => [at.get(s.from) ?? -1, at.get(s.to) ?? -1] as const);
  return new Set(
    notes.flatMap((e, i) => {
      const next = notes[i + 1];
      if (e.kind !== 'note' || e.syllable === undefined || e.syllable.hyphen === true) return [];
      if (next?.kind !== 'note' || next.syllable !== undefined) return [];
      return e.tie === true || slurred.some(([from, to]) => from <= i && to > i) ? [e.id] : [];
    }),
  );
}
