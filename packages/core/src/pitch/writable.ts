import { ENHARMONIC_DOWN, ENHARMONIC_UP, transpose } from './interval';
import { midi, type Pitch } from './pitch';

/** What a line may hold: C0 to C9, wider than any part of a beginner's line can need, at most double signs. */
export const isWritable = (p: Pitch): boolean => midi(p) >= 12 && midi(p) <= 120 && Math.abs(p.alter) <= 2;

/** The plain neighbour of a note with more than a double sign: what a document can hold. @example D♭♭♭ becomes B */
export function tame<P extends Pitch>(p: P): P {
  if (p.alter > 2) return transpose<P>(p, ENHARMONIC_UP);
  return p.alter < -2 ? transpose<P>(p, ENHARMONIC_DOWN) : p;
}
