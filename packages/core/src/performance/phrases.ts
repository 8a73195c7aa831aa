import type { Pitch } from '../pitch/pitch';
import type { Score } from '../score/score';

const PHRASE_BARS = 4;

/**
 * The bars with which a phrase begins, by index: after a breath mark or a rest at a bar's end, and where the line has
 * none, every four bars.
 * @param score a page, planned breath marks included
 */
export function phraseStarts<P extends Pitch>({ measures }: Score<P>): ReadonlySet<number> {
  const starts = new Set([0]);
  measures.forEach(({ events }, bar) => {
    const last = events.at(-1);
    if (last?.kind === 'rest' || events.some((e) => e.kind === 'note' && e.breathAfter === true)) starts.add(bar + 1);
  });
  if (starts.size === 1) for (let i = PHRASE_BARS; i < measures.length; i += PHRASE_BARS) starts.add(i);
  return starts;
}

/**
 * Whether a bar begins a turn of so many bars each; a pickup goes with the bar after it.
 * @param size bars a turn has; @param from the first bar that is played; @param hasPickup whether that is a pickup
 */
export function beginsTurn(size: number, from: number, hasPickup: boolean): (bar: number) => boolean {
  const first = from + (hasPickup ? 1 : 0);
  return (bar) => {
    if (bar < first) return true;
    if (bar === first && hasPickup) return false;
    return (bar - first) % size === 0;
  };
}
