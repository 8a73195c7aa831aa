import type { Pitch } from '../pitch/pitch';
import { hasSign, jumpOf } from './navigation';
import type { Score } from './score';

/**
 * For every bar, the bars that may be played just before it: its neighbour on the page, the bar that closes a repeat
 * back to it, for a further ending the bar before the first ending, and the bars that jump to it.
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
  score.measures.forEach((m, i) => {
    const jump = jumpOf(m);
    const target =
      jump === undefined ? -1 : jump.to === 'start' ? 0 : score.measures.findIndex((x) => hasSign(x, 'segno'));
    before[target]?.push(i);
    const coda = hasSign(m, 'to-coda') ? score.measures.findIndex((x, k) => k > i && hasSign(x, 'coda')) : -1;
    before[coda]?.push(i);
  });
  return before;
}
