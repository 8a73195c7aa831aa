import type { Alternate, BrassOrigin, Fingering, Figure } from './figure';

/** A brass tube as its player reads it: everything else is computed from these. */
export interface Tube {
  readonly kind: 'valves' | 'slide';
  /** Written MIDI number of the first partial with nothing pressed (or in first position). */
  readonly fundamental: number;
  /** A fourth valve or attachment may exist: figures with it are offered as alternates. */
  readonly fourthValve?: boolean;
}

/**
 * Partials that a default figure may stand on, lowest to highest.
 *
 * 7, 11, 13 and 14 lie too far from the scale. The ninth is left out for beginners' valve figures because it
 * stands one step above the eighth and is easily missed (common practice, no source).
 */
const VALVE_PARTIALS: readonly number[] = [2, 3, 4, 5, 6, 8, 10, 12, 16];
/** The slide can be drawn in, so that the flat seventh partial becomes useful from second position on. */
const SLIDE_PARTIALS: readonly number[] = [2, 3, 4, 5, 6, 7, 8];

/** Valve combinations by semitones lowered, the plain one first. */
const COMBINATIONS: readonly (readonly (readonly number[])[])[] = [
  [[]], [[2]], [[1]], [[1, 2], [3]], [[2, 3]], [[1, 3], [4]], [[1, 2, 3], [2, 4]],
];
const VALVE_SEMITONES: Readonly<Record<number, number>> = { 1: 2, 2: 1, 3: 3, 4: 5 };

/** How far partial n lies from the equal-tempered note, in cents: the seventh is 31 flat. */
export const partialCents = (n: number): number => {
  const exact = 1200 * Math.log2(n);
  return exact - 100 * Math.round(exact / 100);
};

const partialMidi = (tube: Tube, n: number): number => tube.fundamental + Math.round(12 * Math.log2(n));

/**
 * How far a combination of valves misses its whole number of semitones, in cents, sharp positive.
 * Each valve adds the tube that lowers the open instrument by its own interval; together they are too short.
 */
export function combinationCents(valves: readonly number[]): number {
  const length = 1 + valves.reduce((sum, v) => sum + 2 ** ((VALVE_SEMITONES[v] ?? 0) / 12) - 1, 0);
  const wanted = valves.reduce((sum, v) => sum + (VALVE_SEMITONES[v] ?? 0), 0);
  return 100 * wanted - 1200 * Math.log2(length);
}

interface Way {
  readonly figure: Figure;
  readonly origin: BrassOrigin;
}

const RAISE_FROM_CENTS = -20;

function waysTo(tube: Tube, target: number): Way[] {
  const slide = tube.kind === 'slide';
  return (slide ? SLIDE_PARTIALS : VALVE_PARTIALS).flatMap((partial): Way[] => {
    const openMidi = partialMidi(tube, partial);
    const lowered = openMidi - target;
    if (lowered < 0 || lowered > 6) return [];
    const tuning = partialCents(partial);
    if (slide) {
      const flat = tuning < RAISE_FROM_CENTS;
      // First position is all the way in: nothing is left to raise a flat partial with.
      if (flat && lowered === 0) return [];
      return [{ figure: { kind: 'slide', position: lowered + 1, adjust: flat ? 1 : 0 }, origin: { partial, openMidi, lowered, cents: tuning } }];
    }
    return (COMBINATIONS[lowered] ?? [])
      .filter((valves) => tube.fourthValve === true || !valves.includes(4))
      .map((valves) => ({
        figure: { kind: 'valves', valves }, origin: { partial, openMidi, lowered, cents: tuning + combinationCents(valves) },
      }));
  });
}

function reasonFor(way: Way, best: Way): Alternate['reason'] {
  if (way.figure.kind === 'slide') return 'longer-slide';
  if (way.figure.kind === 'valves' && way.figure.valves.includes(4)) return 'fourth-valve';
  return Math.abs(way.origin.cents) < Math.abs(best.origin.cents) - 5 ? 'better-in-tune' : way.origin.partial === best.origin.partial ? 'trill' : 'next-partial';
}

/**
 * The figure of a written note on a brass tube.
 *
 * The default is the way that lowers an open partial least; where a combination has a twin (1-2 and 3) the
 * one of common practice stands first. The rest follow as alternates, nearest first.
 * @example trumpet: fingerOnTube({kind: 'valves', fundamental: 48}, 62) // D4: 13, from the third partial G4
 */
export function fingerOnTube(tube: Tube, target: number): Fingering {
  const lowest = partialMidi(tube, 2) - 6;
  if (target < lowest) return { kind: 'unplayable', because: 'below-range' };
  const ways = waysTo(tube, target).sort((a, b) => a.origin.lowered - b.origin.lowered);
  const best = ways[0];
  if (best === undefined) return { kind: 'unplayable', because: 'above-range' };
  return {
    kind: 'playable',
    figure: best.figure,
    origin: best.origin,
    alternates: ways.slice(1).map((w) => ({ figure: w.figure, reason: reasonFor(w, best) })),
  };
}
