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

/** A sign that leaves a note without a syllable of its own. */
const NONE = '_';

/**
 * Reads words as they are typed under notes: a space ends a word, a hyphen parts syllables, `_` leaves a note to the
 * syllable before it, and `~` keeps two words under one note.
 * @returns for each note what stands under it, or nothing
 * @example readSyllables('Snow is fall-ing _ down') // Snow, is, fall-, ing, nothing, down
 */
export function readSyllables(text: string): (Syllable | undefined)[] {
  const found: (Syllable | undefined)[] = [];
  for (const word of text.split(/\s+/)) {
    for (const [, body = '', hyphen] of word.matchAll(/([^\-_]+|_)(-?)/g))
      found.push(
        body === NONE
          ? undefined
          : { text: body.replaceAll('~', ' ').trim(), ...(hyphen === '-' && { hyphen: true as const }) },
      );
  }
  return found.map((s) => (s?.text === '' ? undefined : s));
}

/**
 * Words to sing as they are typed: what `readSyllables` reads again.
 * @example a line under which `Snow is fall-ing` stands and then a note without // Snow is fall-ing _
 */
export function syllablesText<P extends Pitch>(score: Score<P>): string {
  const words = sungNotes(score).map(({ syllable: s }) =>
    s === undefined
      ? `${NONE} `
      : `${s.text.replace(/[-_]/g, '').replaceAll(' ', '~')}${s.hyphen === true ? '-' : ' '}`,
  );
  const text = words.join('').trimEnd();
  return text.replace(/( _|^_)+$/, '');
}

/**
 * Puts words under a line, syllable by syllable from its first note; notes beyond the words lose what they had.
 * @returns the line, and how many syllables found no note
 */
export function withSyllables<P extends Pitch>(
  score: Score<P>,
  text: string,
): { readonly score: Score<P>; readonly left: number } {
  const syllables = readSyllables(text);
  const notes = sungNotes(score);
  const under = new Map<NoteId, Syllable | undefined>(notes.map((n, i) => [n.id, syllables[i]]));
  const measures = score.measures.map((m) => ({
    ...m,
    events: m.events.map((e) => {
      if (e.kind === 'rest') return e;
      const { syllable: _before, ...note } = e;
      const syllable = under.get(e.id);
      return syllable === undefined ? note : { ...note, syllable };
    }),
  }));
  return {
    score: { ...score, measures },
    left: syllables.slice(notes.length).filter((s) => s !== undefined).length,
  };
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
