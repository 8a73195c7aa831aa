import { findPatterns } from '../analysis/patterns';
import type { NoteId } from '../score/score';
import { placedNotesById } from '../score/placedNotes';
import { troubleSpots } from '../trouble/partTrouble';
import type { TroubleCause } from '../trouble/weights.data';
import { midi } from '../pitch/pitch';
import type { PagePlan } from './pagePlan';

/** What a player is told to look at before the first note. Facts only. */
export type LookFirst =
  /** Notes that the players have not met, each with the bar in which it first comes. */
  | { readonly kind: 'new-notes'; readonly notes: readonly { readonly name: string; readonly bar: number }[] }
  /** The hardest change, with its first cause. */
  | {
      readonly kind: 'trouble';
      readonly bar: number;
      readonly from: string;
      readonly to: string;
      readonly cause: TroubleCause;
    }
  /** Bars that are played as an earlier bar is, counted from the pickup where phrases begin with one. */
  | { readonly kind: 'same-bars'; readonly bars: number; readonly of: number };

/** Bars that are played as one before them. */
function sameBars({ part: { concert } }: PagePlan): LookFirst | undefined {
  const { relations, cells } = findPatterns(concert);
  const same = relations.filter((r) => r.kind === 'same').length;
  return same === 0 ? undefined : { kind: 'same-bars', bars: same, of: cells.filter((c) => c.notes.length > 0).length };
}

/**
 * What to look at first on a page, the most needed first: new notes, the hardest change, bars that repeat.
 * @example a page with one new F sharp in bar 3 begins with { kind: 'new-notes', notes: [{ name: 'F♯', bar: 3 }] }
 */
export function lookFirst(plan: PagePlan): LookFirst[] {
  const { annotations, part } = plan;
  const placed = placedNotesById(part.score);
  const barOf = (id: NoteId): number => placed.get(id)?.measureNumber ?? 0;
  const found: LookFirst[] = [];
  const fresh = new Map<number, { name: string; bar: number }>();
  for (const n of annotations.values())
    if (plan.newNotes.has(n.id) && !fresh.has(midi(n.written)))
      fresh.set(midi(n.written), { name: n.name, bar: barOf(n.id) });
  if (fresh.size > 0) found.push({ kind: 'new-notes', notes: [...fresh.values()] });
  const [spot] = troubleSpots(plan.changes, annotations, 1);
  // That many fingers move is said only where nothing more telling is the matter.
  const cause = (spot?.causes.find((c) => c.cause !== 'fingers-move' && c.cost >= 1) ?? spot?.causes[0])?.cause;
  if (spot !== undefined && cause !== undefined) {
    const nameOf = (id: NoteId): string => annotations.get(id)?.name ?? '';
    found.push({ kind: 'trouble', bar: spot.measure, from: nameOf(spot.from), to: nameOf(spot.to), cause });
  }
  const same = sameBars(plan);
  return same === undefined ? found : [...found, same];
}
