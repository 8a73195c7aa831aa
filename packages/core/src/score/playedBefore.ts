import type { Pitch } from '../pitch/pitch';
import type { Score } from './score';

/**
 * For every bar, the bars that may be played just before it: its neighbour on the page, the bar that closes a repeat
 * back to it, and, for a further ending, the bar before the first ending.
 * @returns indexes of measures; the first bar of a piece without repeats has none
 * @example bars |: A | B :| C: before A stand B; before C stands B
 */
export function playedBefore<P extends Pitch>(score: Score<P>): number[][] {
  const before: number[][] = score.measures.map((_m, i) => (i === 0 ? [] : [i - 1]));
  let repeatFrom = 0;
  let endingsFrom: number | undefined;
  score.measures.forEach((m, i) => {
    if (m.repeatStart === true) repeatFrom = i;
    const earlier = score.measures[i - 1];
    const begins =
      m.ending !== undefined && (earlier?.ending?.join() !== m.ending.join() || earlier?.repeatEnd === true);
    if (m.ending === undefined) endingsFrom = undefined;
    else if (endingsFrom === undefined) endingsFrom = i;
    else if (begins && endingsFrom > 0) before[i] = [endingsFrom - 1];
    if (m.repeatEnd === true) {
      before[repeatFrom]?.push(i);
      // After a first ending the repeat is over only when its last ending is.
      if (m.ending === undefined) repeatFrom = i + 1;
    }
  });
  return before;
}
