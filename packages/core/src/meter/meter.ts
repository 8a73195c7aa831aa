import { type Rational, rational } from '../rational/rational';

/** A time signature. `common` and `cut` are 4/4 and 2/2 drawn as signs. */
export interface Meter {
  readonly beats: number;
  readonly unit: 1 | 2 | 4 | 8 | 16;
  readonly symbol?: 'common' | 'cut';
}

export const METERS: readonly Meter[] = Object.freeze([
  { beats: 2, unit: 4 },
  { beats: 3, unit: 4 },
  { beats: 4, unit: 4 },
  { beats: 2, unit: 2, symbol: 'cut' },
  { beats: 3, unit: 8 },
  { beats: 6, unit: 8 },
]);

/** How long a full bar lasts, in quarters: 6/8 and 3/4 both 3, 2/2 is 4. */
export const measureQuarters = (m: Meter): Rational => rational(m.beats * 4, m.unit);

/** Whether three of the written units make one beat: 6/8, 9/8, 12/8. */
export const isCompound = (m: Meter): boolean => m.unit >= 8 && m.beats > 3 && m.beats % 3 === 0;

/** One felt beat, in quarters: a quarter in 4/4, a half in 2/2, a dotted quarter in 6/8. */
export const beatQuarters = (m: Meter): Rational => (isCompound(m) ? rational(12, m.unit) : rational(4, m.unit));

/** Whether three of the written units go together: 3/8 as well, which is felt in one when it is quick. */
export const isInThrees = (m: Meter): boolean => m.unit >= 8 && m.beats % 3 === 0;

/** Three units together, or the one that the lower number says, in quarters. */
export const pulseQuarters = (m: Meter): Rational => (isInThrees(m) ? rational(12, m.unit) : rational(4, m.unit));

/** Threes slower than this many a minute are counted out. Common practice, no source for the number. */
const SLOWEST_PULSE = 60;

/**
 * One count of a bar, in quarters: what is clicked, counted in, counted aloud and said of a place, all alike.
 *
 * Six-eight is counted in two at tempo and in six when it is slow, three-eight in one or in three, likewise; every
 * other meter in what its lower number says. Common practice, no source.
 * @example countQuarters({ beats: 6, unit: 8 }, 66) // 1/2, in six; at 120 quarters a minute 3/2, in two
 */
export function countQuarters(m: Meter, quartersAMinute: number): Rational {
  const pulse = pulseQuarters(m);
  return quartersAMinute * pulse.d < SLOWEST_PULSE * pulse.n ? rational(4, m.unit) : pulse;
}

/** Eighths are beamed within these groups, in quarters: whole bar in 3/8, half a bar in 4/4, else by beat. */
export function beamQuarters(m: Meter): Rational {
  if (m.unit === 8 && m.beats === 3) return rational(3, 2);
  if (m.unit === 4 && m.beats % 4 === 0) return rational(2);
  return beatQuarters(m);
}

export const meterText = (m: Meter): string => `${m.beats}/${m.unit}`;
