import type { Meter } from '../meter/meter';
import { toNumber } from '../rational/rational';
import { durationQuarters } from './duration';
import type { Tempo } from './score';

/** Counts a minute where the page says nothing, by what the meter's lower number says. Common practice, no source. */
const UNITS_A_MINUTE: Readonly<Record<Meter['unit'], number>> = { 1: 40, 2: 66, 4: 92, 8: 132, 16: 132 };
const QUARTERS_IN_A_WHOLE = 4;

/**
 * Quarters a minute at a tempo; a word alone says nothing exact.
 * @example in 4/4 without a mark 92; in 6/8 66, which is 132 eighths
 */
export function quartersAMinute(tempo: Tempo | undefined, { unit }: Meter): number {
  if (tempo?.mark === undefined) return (UNITS_A_MINUTE[unit] * QUARTERS_IN_A_WHOLE) / unit;
  return tempo.mark.perMinute * toNumber(durationQuarters({ value: tempo.mark.value, dots: tempo.mark.dots }));
}
