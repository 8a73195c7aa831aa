import { measureQuarters } from '../meter/meter';
import { perform } from '../performance/perform';
import { playOrder } from '../performance/playOrder';
import type { Concert } from '../pitch/pitch';
import { add, equal, toNumber } from '../rational/rational';
import { filledQuarters } from '../score/measureSum';
import type { Score } from '../score/score';
import { placeMeasures } from '../score/walk';

/** Bars that are played in a row, by the numbers printed; a pickup is 0. */
export interface PlayedRun {
  readonly from: number;
  readonly to: number;
}

/** What a line is, before a note of it is read. */
export interface LineFacts {
  /** Full bars as they are numbered. */
  readonly bars: number;
  readonly pickup: boolean;
  /** The pickup and the last bar make one full bar. */
  readonly isBorrowed: boolean;
  /** The order in which the line is really played: one run where it goes straight through. */
  readonly played: readonly PlayedRun[];
  /** Full bars that are played, repeats gone through. */
  readonly barsPlayed: number;
  readonly seconds: number;
}

const SECONDS_A_MINUTE = 60;

/** Reads off a line how long it is, how its repeats go, and how long it lasts at its tempo. */
export function lineFacts(score: Score<Concert>): LineFacts {
  const placed = placeMeasures(score);
  const order = playOrder(score).flatMap(({ index }) => placed[index] ?? []);
  const [first, last] = [placed[0], placed.at(-1)];
  const runs: { from: number; to: number; index: number }[] = [];
  for (const { index, number } of order) {
    const run = runs.at(-1);
    if (run !== undefined && index === run.index + 1) Object.assign(run, { to: number, index });
    else runs.push({ from: number, to: number, index });
  }
  const pickup = first?.measure.pickup === true;
  return {
    bars: last?.number ?? 0,
    pickup,
    isBorrowed:
      pickup &&
      last !== undefined &&
      equal(add(filledQuarters(first.measure), filledQuarters(last.measure)), measureQuarters(last.meter)),
    played: runs.map(({ from, to }) => ({ from, to })),
    barsPlayed: order.filter((p) => p.measure.pickup !== true).length,
    seconds: perform(score).bars.reduce(
      (sum, b) => sum + (toNumber(b.quarters) * SECONDS_A_MINUTE) / b.quartersAMinute,
      0,
    ),
  };
}
