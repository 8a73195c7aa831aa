import { ENHARMONIC_DOWN, ENHARMONIC_UP, transpose } from './interval';
import type { Pitch } from './pitch';

/**
 * The other everyday spelling of a sound, with at most one sign; the pitch itself when there is none.
 * @example enharmonic(A♯4) // B♭4; of E♯4 it is F4
 */
export function enharmonic<P extends Pitch>(p: P): P {
  const [up, down] = [transpose<P>(p, ENHARMONIC_UP), transpose<P>(p, ENHARMONIC_DOWN)];
  const [first, second] = p.alter > 0 ? [up, down] : [down, up];
  return [first, second].find((s) => Math.abs(s.alter) <= 1) ?? p;
}
