import type { Exercise, PageOwner, Score, Written } from '@cifra/core';

export type FileFormat = 'musicxml' | 'abc' | 'midi' | 'cifra';

/** The finest place on which a note may begin: parts of a quarter, and thirds of it where `triplet` is said. */
export const GRIDS = ['quarter', 'eighth', '16th', 'eighth-triplet', '16th-triplet'] as const;
export type Grid = (typeof GRIDS)[number];

/** One line that a file offers: a part, or one voice of it. */
export interface Candidate {
  readonly part: number;
  readonly voice: string;
  readonly partName: string;
  readonly measures: number;
  readonly notes: number;
  /** Percussion or tablature: listed, but not a line that Cifra can take. */
  readonly unusable?: 'percussion-part' | 'tablature-part';
}

/** One line, the lines to choose from, or a whole exercise. */
export type FileImport =
  | { readonly kind: 'choose'; readonly format: FileFormat; readonly candidates: readonly Candidate[] }
  | {
      readonly kind: 'line';
      readonly format: FileFormat;
      readonly score: Score<Written>;
      readonly suggestedOwner: PageOwner;
      readonly candidate: Candidate;
      readonly grid?: Grid;
    }
  /** A file of Cifra's own: lines, owner and choices as they were. */
  | { readonly kind: 'exercise'; readonly format: FileFormat; readonly exercise: Exercise };

export interface LineChoice {
  readonly part: number;
  readonly voice: string;
  /** The finest place on which a note may begin, for formats without written values. */
  readonly grid?: Grid;
}
