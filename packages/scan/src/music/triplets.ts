import type { Seen } from '../symbols/findSymbols';
import { looksTicks, TICKS } from './fillMeasure';
import type { SeenEvent } from './seenEvents';
import { across, ofKind } from './seenStaff';

/** Lengths that three in the time of two may have as they are written: three eighths, quarters or sixteenths. */
const WRITTEN = [1.5 * TICKS, 3 * TICKS, 0.75 * TICKS];

/** The events that stand under a 3: neighbours that are three of a value together, their middle nearest to it. */
export function tripletsOf(all: readonly Seen[], events: readonly SeenEvent[]): Set<SeenEvent> {
  const found = new Set<SeenEvent>();
  for (const three of ofKind(all, 'triplet')) {
    let best: { group: readonly SeenEvent[]; off: number } | undefined;
    events.forEach((_, from) => {
      for (let to = from + 2; to <= Math.min(events.length, from + 5); to++) {
        const group = events.slice(from, to);
        const first = group[0] as SeenEvent;
        const last = group.at(-1) as SeenEvent;
        const written = group.reduce((sum, e) => sum + looksTicks(e), 0);
        if (!WRITTEN.includes(written) || group.some((e) => found.has(e))) continue;
        const off = Math.abs((across(first.seen, three) + across(last.seen, three)) / 2);
        if (off < (best?.off ?? 2)) best = { group, off };
      }
    });
    for (const e of best?.group ?? []) found.add(e);
  }
  return found;
}

/** Groups that may be threes whose number was not seen: three neighbours that look alike and shorter than a quarter. */
export function possibleTriplets(events: readonly SeenEvent[], known: ReadonlySet<SeenEvent>): SeenEvent[][] {
  return events.flatMap((first, i) => {
    const group = events.slice(i, i + 3);
    const ticks = looksTicks(first);
    const alike =
      group.length === 3 && group.every((e) => e.kind === 'note' && looksTicks(e) === ticks && !known.has(e));
    return alike && ticks > 0 && ticks < TICKS ? [group] : [];
  });
}
