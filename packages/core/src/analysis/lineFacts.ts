import { perform } from '../performance/perform';
import { playOrder } from '../performance/playOrder';
import type { Concert } from '../pitch/pitch';
import { toNumber } from '../rational/rational';
import type { Score } from '../score/score';
import { placeMeasures } from '../score/walk';

/** What a line is, before a note of it is read. */
export interface LineFacts {
  /** Full bars as they are numbered. */
  readonly bars: number;
  readonly pickup: boolean;
  /** The bars in the order in which they are really played, by the numbers printed; a pickup is 0. */
  readonly played: readonly number[];
  readonly seconds: number;
  /** Words and signs used, each once. */
  readonly dynamics: readonly string[];
}

const SECONDS_A_MINUTE = 60;

/** Reads off a line how long it is, how its repeats go, and how long it lasts at its tempo. */
export function lineFacts(score: Score<Concert>): LineFacts {
  const placed = placeMeasures(score);
  const performance = perform(score);
  const seconds = performance.bars.reduce(
    (sum, b) => sum + (toNumber(b.quarters) * SECONDS_A_MINUTE) / b.quartersAMinute,
    0,
  );
  return {
    bars: placed.at(-1)?.number ?? 0,
    pickup: placed[0]?.measure.pickup === true,
    played: playOrder(score).map(({ index }) => placed[index]?.number ?? 0),
    seconds,
    dynamics: [
      ...new Set(score.measures.flatMap((m) => m.events.flatMap((e) => (e.dynamic === undefined ? [] : [e.dynamic])))),
    ],
  };
}

/** Played numbers as runs: `1–8, 1–7, 9`. @example playedRuns([1, 2, 1, 3]) // [[1, 2], [1, 1], [3, 3]] */
export function playedRuns(played: readonly number[]): (readonly [from: number, to: number])[] {
  const runs: [number, number][] = [];
  for (const n of played) {
    const last = runs.at(-1);
    if (last !== undefined && (n === last[1] + 1 || n === last[1])) last[1] = n;
    else runs.push([n, n]);
  }
  return runs;
}
