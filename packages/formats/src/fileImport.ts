import type { Exercise, PageOwner, Problem, Score, Written } from '@cifra/core';
import type { Grid } from './midi/quantise';

export type FileFormat = 'musicxml' | 'abc' | 'midi' | 'cifra';

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

/** Limits on what a file may hold; the README lists them. */
export const MAX_FILE_BYTES = 5 * 1024 * 1024;
export const MAX_UNPACKED_BYTES = 20 * 1024 * 1024;
export const MAX_ZIP_ENTRIES = 64;
export const MAX_LISTED_PROBLEMS = 200;

/** Collects what could not be taken, once per bar and kind, so that a list stays readable. */
export class ProblemList {
  private readonly seen = new Map<string, Problem>();

  add(code: Problem['code'], severity: Problem['severity'], at: Omit<Problem, 'code' | 'severity'> = {}): void {
    const id = `${code}/${at.measure ?? ''}/${JSON.stringify(at.facts ?? {})}`;
    if (!this.seen.has(id) && this.seen.size < MAX_LISTED_PROBLEMS) this.seen.set(id, { code, severity, ...at });
  }

  /** Readers count bars as they stand in the file; people count them as printed. */
  renumber(printed: (ordinal: number) => number): void {
    for (const [id, p] of this.seen)
      if (p.measure !== undefined) this.seen.set(id, { ...p, measure: printed(p.measure) });
  }

  get all(): readonly Problem[] {
    return [...this.seen.values()].sort((a, b) => (a.measure ?? -1) - (b.measure ?? -1));
  }
}
