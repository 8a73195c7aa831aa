import {
  type Cell,
  type CellSpan,
  type PagePlan,
  type Patterns,
  placeMeasures,
  findPatterns,
  type Score,
  type Written,
} from '@cifra/core';
import { barsName, list } from '../words/spoken';

/** The index of the bar that a cell fills, or that its pickup leads into. */
function barOf(score: Score<Written>, { fromPickup }: Patterns, { bar }: Cell): number {
  if (!fromPickup) return bar;
  const next = score.measures.findIndex((m, i) => i > bar && m.pickup !== true);
  return next < 0 ? bar : next;
}

/** Cells in a row by the numbers of their bars: `bar 3`, `bars 1 to 4`, `the pickup`. */
export const spanWords = (numbers: readonly number[], { from, length }: CellSpan): string =>
  barsName(numbers[from] ?? 0, numbers[from + length - 1] ?? 0);

export interface NamedPatterns {
  readonly patterns: Patterns;
  /** For each cell the printed number of the bar that it fills, 0 for a pickup alone, and the bar's index. */
  readonly numbers: readonly number[];
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
    numbers: bars.map((i) => placed[i]?.number ?? 0),
  };
}

/** The plan as a teacher says it: `Learn bars 1 to 4 and 9; that is the whole piece.` */
export function planSentence({ plan: steps }: Patterns, numbers: readonly number[]): string {
  return steps.length === 0
    ? 'There is no note to learn.'
    : `Learn ${list(steps.map((s) => spanWords(numbers, s)))}; that is the whole piece.`;
}
