import { findPatterns } from '../analysis/patterns';
import type { Clef } from '../key/signature';
import { changeNames } from '../trouble/buildUp';
import { troubleSpots } from '../trouble/partTrouble';
import type { CauseShare } from '../trouble/changeCost';
import type { PagePlan } from './pagePlan';

/** A note that players have not met, with the bar in which it first comes. */
export interface NewNote {
  readonly name: string;
  /** Which one, where the page has its letter in several octaves. */
  readonly height: 'high' | 'middle' | 'low' | undefined;
  readonly bar: number;
}

/** What a player is told to look at before the first note. Facts only. */
export type LookFirst =
  /** Another clef than the one in which these players begin. */
  | { readonly kind: 'new-clef'; readonly clef: Clef; readonly usual: Clef }
  /** Notes that the players have not met. */
  | { readonly kind: 'new-notes'; readonly notes: readonly NewNote[] }
  /** The hardest change, with its first cause. */
  | {
      readonly kind: 'trouble';
      readonly bar: number;
      readonly from: string;
      readonly to: string;
      readonly cause: CauseShare;
    }
  /** Bars that are played as an earlier bar is, counted from the pickup where phrases begin with one. */
  | { readonly kind: 'same-bars'; readonly bars: number; readonly of: number };

/** Bars that are played as one before them. */
function sameBars({ part: { concert } }: PagePlan): LookFirst | undefined {
  const { relations, cells } = findPatterns(concert);
  const same = relations.filter((r) => r.kind === 'same').length;
  return same === 0 ? undefined : { kind: 'same-bars', bars: same, of: cells.filter((c) => c.notes.length > 0).length };
}

/** The notes of a page that its players have not met, each once, in the order in which they come. */
function newNotes({ annotations, newNotes: fresh }: PagePlan): NewNote[] {
  const all = [...annotations.values()];
  const found = new Map<string, NewNote>();
  for (const n of all) {
    const { step, alter, octave } = n.written;
    const id = `${step}${alter}${octave}`;
    if (!fresh.has(n.id) || found.has(id)) continue;
    const octaves = [...new Set(all.filter((o) => o.written.step === step).map((o) => o.written.octave))].sort();
    const at = octaves.indexOf(octave);
    const height = octaves.length === 1 ? undefined : at === 0 ? 'low' : at === octaves.length - 1 ? 'high' : 'middle';
    found.set(id, { name: n.spokenName, height, bar: n.place.measureNumber });
  }
  return [...found.values()];
}

/** The hardest change; that many fingers move is said only where nothing more telling is the matter. */
function hardest({ changes, annotations }: PagePlan): LookFirst | undefined {
  const [spot] = troubleSpots(changes, annotations, 1);
  const cause = spot?.causes.find((c) => c.cause !== 'fingers-move' && c.cost >= 1) ?? spot?.causes[0];
  if (spot === undefined || cause === undefined) return undefined;
  const [from, to] = changeNames(spot, annotations);
  return { kind: 'trouble', bar: spot.measure, from, to, cause };
}

/**
 * What to look at first on a page, the most needed first: another clef, new notes, the hardest change, bars that
 * repeat.
 * @example a page with one new F sharp in bar 3 begins with
 * { kind: 'new-notes', notes: [{ name: 'F♯', height: undefined, bar: 3 }] }
 */
export function lookFirst(plan: PagePlan): LookFirst[] {
  const { instrument, decisions } = plan.part;
  const [usual] = instrument.clefs;
  const { clef } = decisions.clef;
  const notes = newNotes(plan);
  return [
    ...(clef === usual ? [] : [{ kind: 'new-clef' as const, clef, usual }]),
    ...(notes.length === 0 ? [] : [{ kind: 'new-notes' as const, notes }]),
    ...[hardest(plan), sameBars(plan)].filter((l) => l !== undefined),
  ];
}
