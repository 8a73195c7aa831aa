import {
  type Cell,
  type PagePlan,
  type Patterns,
  placeMeasures,
  findPatterns,
  type Score,
  type Written,
} from '@cifra/core';
import { list } from '../words/spoken';

/** What stands for a bar's number where there is none. */
export const PICKUP = 'pickup';

/** The index of the bar that a cell fills, or that its pickup leads into. */
function barOf(score: Score<Written>, { fromPickup }: Patterns, { bar }: Cell): number {
  if (!fromPickup) return bar;
  const next = score.measures.findIndex((m, i) => i > bar && m.pickup !== true);
  return next < 0 ? bar : next;
}

const span = (names: readonly string[], from: number, length: number): string =>
  length === 1 ? (names[from] ?? '') : `${names[from] ?? ''} to ${names[from + length - 1] ?? ''}`;
/** `bar 3`, `bars 1 to 4`, `the pickup`. */
export const spanWords = (names: readonly string[], from: number, length: number): string =>
  names[from] === PICKUP
    ? length === 1
      ? 'the pickup'
      : `the pickup to bar ${names[from + length - 1] ?? ''}`
    : `${length === 1 ? 'bar' : 'bars'} ${span(names, from, length)}`;

export interface NamedPatterns {
  readonly patterns: Patterns;
  /** What each cell is called, and which bar it fills. */
  readonly names: readonly string[];
  readonly bars: readonly number[];
}

/** The patterns of a page, its cells by the numbers that are printed. */
export function namedPatterns({ part }: PagePlan): NamedPatterns {
  const patterns = findPatterns(part.concert);
  const placed = placeMeasures(part.score);
  const bars = patterns.cells.map((c) => barOf(part.score, patterns, c));
  return {
    patterns,
    bars,
    names: bars.map((i) => (placed[i]?.measure.pickup === true ? PICKUP : String(placed[i]?.number ?? ''))),
  };
}

/** The plan as a teacher says it: `Learn bars 1 to 4 and 9; that is the whole piece.` */
export function planSentence({ plan: steps }: Patterns, names: readonly string[]): string {
  return steps.length === 0
    ? 'There is no note to learn.'
    : `Learn ${list(steps.map((s) => spanWords(names, s.from, s.length)))}; that is the whole piece.`;
}
