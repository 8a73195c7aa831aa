/** A pause this long begins a new tempo. */
const PAUSE_SECONDS = 2;
const MOST_TAPS = 6;
const SECONDS_A_MINUTE = 60;

/** Times of the last taps, in seconds, with one more. */
export const addTap = (taps: readonly number[], now: number): readonly number[] =>
  taps.length > 0 && now - (taps.at(-1) as number) > PAUSE_SECONDS ? [now] : [...taps.slice(1 - MOST_TAPS), now];

/**
 * The tempo that was tapped, in beats a minute.
 * @example tappedTempo([0, 0.5, 1]) // 120
 */
export function tappedTempo(taps: readonly number[]): number | undefined {
  const [first] = taps;
  const last = taps.at(-1);
  if (first === undefined || last === undefined || taps.length < 2) return undefined;
  return (SECONDS_A_MINUTE * (taps.length - 1)) / (last - first);
}
