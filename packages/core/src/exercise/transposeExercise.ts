import { transposeKey } from '../key/key';
import { type Interval, transpose } from '../pitch/interval';
import type { Written } from '../pitch/pitch';
import { tame } from '../pitch/writable';
import { mapPitches } from '../score/walk';
import type { Exercise } from './exercise';
import { linesOf, withLines } from './lines';

/**
 * The whole exercise in another key: every note and signature of the source page moves by one interval.
 * @example transposeExercise(line in E♭, parseInterval('M2')) // in F
 */
export const transposeExercise = (e: Exercise, by: Interval): Exercise =>
  withLines(
    e,
    linesOf(e).map((line) =>
      mapPitches(
        line,
        (p) => tame(transpose<Written>(p, by)),
        (k) => transposeKey(k, by),
      ),
    ),
  );
