import { beatQuarters, isCompound, type Meter } from './meter';
import { divide, type Rational } from '../rational/rational';

/** How much weight a place in the bar carries; `off` falls between the beats. */
export type Strength = 'strong' | 'medium' | 'weak' | 'off';

/** Sizes of the groups that an irregular meter is felt in. Common practice, no source. */
const IRREGULAR: Readonly<Record<number, readonly number[]>> = {
  5: [3, 2],
  7: [2, 2, 3],
  8: [4, 4],
  10: [3, 2, 3, 2],
  11: [3, 3, 3, 2],
};

/**
 * Beats in each group of a regular bar: a bar of four is two pairs, of six two threes, of three or of a prime number
 * one group.
 */
function groupSize(beats: number): number {
  if (beats <= 3) return beats;
  if (beats % 3 === 0) return 3;
  return beats % 2 === 0 ? 2 : beats;
}

/** Felt beats in a full bar: four in 4/4, two in 6/8 and 2/2. */
export const beatCount = (m: Meter): number => (isCompound(m) ? m.beats / 3 : m.beats);

/**
 * The weight of a felt beat, counted from 0: the first is strong, the first of every further group medium, the rest
 * weak.
 */
function beatStrength(m: Meter, beat: number): Strength {
  if (beat === 0) return 'strong';
  const beats = beatCount(m);
  const groups = IRREGULAR[beats];
  if (groups === undefined) return beat < beats && beat % groupSize(beats) === 0 ? 'medium' : 'weak';
  let start = 0;
  for (const size of groups) {
    start += size;
    if (beat === start && beat < beats) return 'medium';
  }
  return 'weak';
}

/**
 * The weight of an onset counted from the start of a full bar: what lies between the beats and is counted is weak.
 * @param count one count of the bar, in quarters
 * @example strengthAt({ beats: 4, unit: 4 }, rational(2)) // 'medium'
 */
export function strengthAt(m: Meter, onset: Rational, count: Rational = beatQuarters(m)): Strength {
  const [beats, counts] = [divide(onset, beatQuarters(m)), divide(onset, count)];
  if (counts.d !== 1) return 'off';
  return beats.d === 1 ? beatStrength(m, beats.n) : 'weak';
}
