import type { Pitch } from '../pitch/pitch';
import type { Measure, Score } from '../score/score';

/** A hundred times through is no music: a line that would go on longer is cut. */
const MOST_MEASURES = 20_000;

/** One bar as it is played: its index, and the how-manieth time through the repeat it is. */
export interface PlayedMeasure {
  readonly index: number;
  readonly pass: number;
}

/** How often the passage from a repeat's start is played: twice, or as its endings count. */
function passesFrom<P extends Pitch>(measures: readonly Measure<P>[], start: number, end: number): number {
  let most = 2;
  let seen = false;
  for (let i = start; i < measures.length; i++) {
    const m = measures[i];
    if (i > end && m?.ending === undefined) break;
    if (i > start && i > end && m?.repeatStart === true) break;
    for (const n of m?.ending ?? []) {
      most = seen ? Math.max(most, n) : Math.max(2, n);
      seen = true;
    }
  }
  return most;
}

/**
 * The order in which the bars are really played: repeats gone back from, endings chosen by the pass.
 *
 * A repeat without a start goes back to the beginning, or to where the last repeat ended.
 * @example bars 1 2 with a repeat at the end of 2: 1 2 1 2
 */
export function playOrder<P extends Pitch>({ measures }: Score<P>): PlayedMeasure[] {
  const order: PlayedMeasure[] = [];
  let start = 0;
  let pass = 1;
  let i = 0;
  while (i < measures.length && order.length < MOST_MEASURES) {
    const m = measures[i] as Measure<P>;
    if (m.repeatStart === true && i !== start) {
      start = i;
      pass = 1;
    }
    if (m.ending !== undefined && !m.ending.includes(pass)) {
      i += 1;
      continue;
    }
    order.push({ index: i, pass });
    if (m.repeatEnd === true) {
      if (pass < passesFrom(measures, start, i)) {
        pass += 1;
        i = start;
        continue;
      }
      start = i + 1;
      pass = 1;
    } else if (m.ending !== undefined && measures[i + 1]?.ending === undefined) {
      // Out of the last ending: what follows is played for the first time.
      start = i + 1;
      pass = 1;
    }
    i += 1;
  }
  return order;
}
