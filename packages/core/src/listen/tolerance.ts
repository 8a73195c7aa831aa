import type { Stage } from '../instrument/instrument';
import type { Tolerance } from './compareTake';

/** How far off its pitch a note may be, by how far the player has come, in cents. Common practice, no source. */
export const STAGE_CENTS: Readonly<Record<Stage, number>> = Object.freeze({
  'first-notes': 35,
  'first-octave': 30,
  'first-year': 25,
  'second-year': 20,
  full: 15,
});
/** An entry may be off by this share of a beat, but never by less than a tenth of a second. From memory. */
const BEAT_SHARE = 0.2;
const LEAST_SECONDS = 0.12;
const STOP_BEATS = 0.75;
const LEAST_STOP_SECONDS = 0.5;

/**
 * How strict a take is judged for a stage at a tempo.
 * @param beatSeconds one felt beat as it is played
 * @example toleranceFor('first-year', 1) // 25 cents, a fifth of a second, a stop from three quarters of one on
 */
export const toleranceFor = (stage: Stage, beatSeconds: number): Tolerance => ({
  cents: STAGE_CENTS[stage],
  seconds: Math.max(LEAST_SECONDS, BEAT_SHARE * beatSeconds),
  stopSeconds: Math.max(LEAST_STOP_SECONDS, STOP_BEATS * beatSeconds),
});
