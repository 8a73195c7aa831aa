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

/**
 * One count of a bar that is counted by numbers, in quarters: what the lower number says in 6/8 and 3/8, the felt beat
 * elsewhere.
 */
export const countedQuarters = (m: Meter): Rational => (m.unit >= 8 ? rational(4, m.unit) : beatQuarters(m));

/** Eighths are beamed within these groups, in quarters: whole bar in 3/8, half a bar in 4/4, else by beat. */
export function beamQuarters(m: Meter): Rational {
  if (m.unit === 8 && m.beats === 3) return rational(3, 2);
  if (m.unit === 4 && m.beats % 4 === 0) return rational(2);
  return beatQuarters(m);
}

export const meterText = (m: Meter): string => `${m.beats}/${m.unit}`;
