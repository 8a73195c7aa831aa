import { beatQuarters, isCompound, measureQuarters, type Meter } from './meter';
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

/** Beats in each group of a bar: a bar of four is two pairs, of three one group. */
function groupsOf(beats: number): readonly number[] {
  if (beats <= 3) return [beats];
  const irregular = IRREGULAR[beats];
  if (irregular !== undefined) return irregular;
  if (beats % 2 === 0 && beats % 3 !== 0) return Array.from({ length: beats / 2 }, () => 2);
  return beats % 3 === 0 ? Array.from({ length: beats / 3 }, () => 3) : [beats];
}

/** Felt beats in a full bar: four in 4/4, two in 6/8 and 2/2. */
export const beatCount = (m: Meter): number => {
  const beats = divide(measureQuarters(m), beatQuarters(m));
  return Math.floor(beats.n / beats.d);
};

/**
 * The weight of each felt beat: the first is strong, the first of every further group medium, the rest weak.
 * @example beatStrengths({ beats: 4, unit: 4 }) // strong weak medium weak
 */
export function beatStrengths(m: Meter): readonly Strength[] {
  return groupsOf(beatCount(m)).flatMap((size, group) =>
    Array.from({ length: size }, (_unused, i): Strength => (i > 0 ? 'weak' : group === 0 ? 'strong' : 'medium')),
  );
}

/** The weight of an onset counted from the start of a full bar. */
export function strengthAt(m: Meter, onsetQuarters: Rational): Strength {
  const beat = divide(onsetQuarters, beatQuarters(m));
  return beat.d === 1 ? (beatStrengths(m)[beat.n] ?? 'weak') : 'off';
}

/** How a meter is felt: in beats that halve, in beats of three, or in unequal groups. */
export const meterKind = (m: Meter): 'simple' | 'compound' | 'irregular' =>
  isCompound(m) ? 'compound' : m.beats in IRREGULAR && m.beats % 2 === 1 ? 'irregular' : 'simple';
