import { type Asked, compareTake, type HeardNote, median, type Take, type Tolerance } from '@cifra/core';

/** The way through loudspeaker, air and microphone takes no longer than this. */
const LONGEST_LAG = 0.25;

/**
 * Compares a take that came through a microphone: first to learn by how much everything is heard late, then for good.
 * @param exact what was heard keeps its own clock, as a simulated player does
 */
export function judgeTake(
  asked: readonly Asked[],
  heard: readonly HeardNote[],
  tolerance: Tolerance,
  exact: boolean,
): Take {
  if (exact) return compareTake(asked, heard, tolerance);
  const first = compareTake(asked, heard, { ...tolerance, seconds: LONGEST_LAG + tolerance.seconds });
  const lags = first.verdicts.flatMap((v) => (v.pitch === 'right' && v.lag !== undefined ? [v.lag] : []));
  const lag = lags.length < 3 ? 0 : Math.min(LONGEST_LAG, Math.max(0, median(lags)));
  return compareTake(asked, heard, tolerance, lag);
}
