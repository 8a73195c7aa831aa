import type { Exercise } from '../exercise/exercise';
import { toNumber } from '../rational/rational';
import { quartersAMinute } from '../score/tempo';
import { openingOf } from '../score/walk';

/** The line's own speed: so many counts a minute in its first bar. */
export function lineTempo({ source }: Exercise): number {
  const { meter, tempo, count } = openingOf(source);
  return source.measures.length === 0 ? 0 : quartersAMinute(tempo, meter) / toNumber(count);
}
