import type { Problem } from '@cifra/core';

/** Problems of one file that are kept. */
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
