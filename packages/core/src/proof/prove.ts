import type { Exercise } from '../exercise/exercise';
import { linesOf } from '../exercise/lines';
import type { Part } from '../part/derivePart';
import type { Conventions } from '../convention/conventions';
import type { Stage } from '../instrument/instrument';
import { placeMeasures } from '../score/walk';
import { finding, type Finding } from './finding';
import { proveBars, proveLengths, proveRepeats } from './proveBars';
import { proveJumps } from './proveJumps';
import { provePlaying } from './provePlaying';
import { proveSigns } from './proveSigns';
import { proveSpans } from './proveSpans';

/** Whom the line is for. */
export interface ProofOptions {
  /** Which of several lines, counted from 0. */
  readonly line?: number;
  readonly stage?: Stage;
  readonly breath?: Conventions['breath'];
  /** The parts of the class, for their ranges. */
  readonly parts?: readonly Part[];
}

const inOrder = (a: Finding, b: Finding): number =>
  Number(a.weight === 'look') - Number(b.weight === 'look') || (a.measures[0] ?? 0) - (b.measures[0] ?? 0);

/**
 * Proves a line: beat sums, repeats and endings, ties and slurs, signature and signs, and what will be hard to play.
 *
 * A line that is still written is proved as far as it goes: an empty last bar is no mistake.
 * @returns what was found, mistakes first, then in the order of the bars
 * @example prove(a bar of five quarters in 4/4)[0] // measure-too-long, off by 1
 */
export function prove(
  exercise: Exercise,
  { line = 0, stage = 'first-year', breath = 'every-four-bars', parts = [] }: ProofOptions = {},
): Finding[] {
  const lines = linesOf(exercise);
  const score = lines[line] ?? exercise.source;
  const placed = placeMeasures(score);
  const notTaken = (exercise.notTaken ?? []).map((problem, at) =>
    finding({
      code: 'not-taken',
      weight: 'look',
      measures: [placed.find((p) => p.number === problem.measure)?.index ?? 0],
      facts: { at, problem },
    }),
  );
  return [
    ...proveBars(score),
    ...proveRepeats(score),
    ...proveJumps(score),
    ...proveSpans(score),
    ...proveSigns(score),
    ...provePlaying(score, stage, breath, parts),
    ...proveLengths(lines, line),
    ...notTaken,
  ].sort(inOrder);
}
