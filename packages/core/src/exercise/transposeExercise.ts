import { transposeKey } from '../key/key';
import { ENHARMONIC_DOWN, ENHARMONIC_UP, type Interval, transpose } from '../pitch/interval';
import type { Written } from '../pitch/pitch';
import { mapPitches } from '../score/walk';
import type { Exercise } from './exercise';

/** The plain neighbour of a note with more than a double sign: what a document can hold. */
function tame(p: Written): Written {
  if (p.alter > 2) return transpose(p, ENHARMONIC_UP);
  return p.alter < -2 ? transpose(p, ENHARMONIC_DOWN) : p;
}

/**
 * The whole exercise in another key: every note and signature of the source page moves by one interval.
 * @example transposeExercise(line in E♭, parseInterval('M2')) // in F
 */
export const transposeExercise = (e: Exercise, by: Interval): Exercise => ({
  ...e, source: mapPitches(e.source, (p) => tame(transpose<Written>(p, by)), (k) => transposeKey(k, by)),
});
