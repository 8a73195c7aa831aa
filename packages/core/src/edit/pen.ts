import type { Duration, NoteValue } from '../score/duration';

/**
 * What a typed letter does to the notes that stand there already.
 *
 * `insert` puts it between them, in its bar; `push` moves all that follows on, over the bar lines; `overwrite` takes
 * the time of what stands there; `new-notes` keeps the rhythm and changes the letters; `new-rhythm` keeps the letters
 * and changes the lengths.
 */
export const WRITE_MODES = ['insert', 'push', 'overwrite', 'new-notes', 'new-rhythm'] as const;
export type WriteMode = (typeof WRITE_MODES)[number];

/** What the next note will be. */
export interface Pen {
  readonly value: NoteValue;
  readonly dots: number;
  /** Three in the time of two. */
  readonly triplet: boolean;
  readonly mode: WriteMode;
}

export const FIRST_PEN: Pen = Object.freeze({ value: 'quarter', dots: 0, triplet: false, mode: 'insert' });

export const TRIPLET = Object.freeze({ actual: 3, normal: 2 });

/** The length that a pen writes. @example penDuration({ ...FIRST_PEN, triplet: true }) // a quarter of a triplet */
export const penDuration = ({ value, dots, triplet }: Pen): Duration => ({
  value,
  dots,
  ...(triplet ? { tuplet: TRIPLET } : {}),
});
