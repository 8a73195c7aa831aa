import { type Concert, midi } from '../pitch/pitch';
import type { Note, Score } from '../score/score';
import { type InForce, notesOf, openingOf } from '../score/walk';
import type { NoteCounts } from './octave';

/** What every part of a line asks about it, worked out once. */
export interface ConcertLine {
  readonly notes: readonly Note<Concert>[];
  readonly midis: readonly number[];
  readonly counts: NoteCounts;
  readonly opening: InForce;
}

const KNOWN = new WeakMap<Score<Concert>, ConcertLine>();

export function concertLineOf(concert: Score<Concert>): ConcertLine {
  const known = KNOWN.get(concert);
  if (known !== undefined) return known;
  const notes = notesOf(concert);
  const midis = notes.map((n) => midi(n.pitch));
  const counts = new Map<number, number>();
  for (const m of midis) counts.set(m, (counts.get(m) ?? 0) + 1);
  const line: ConcertLine = { notes, midis, counts, opening: openingOf(concert) };
  KNOWN.set(concert, line);
  return line;
}
