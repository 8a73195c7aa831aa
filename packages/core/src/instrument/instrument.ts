import type { Tube } from '../fingering/tube';
import type { Woodwind } from '../fingering/touch.data';
import type { Interval } from '../pitch/interval';
import type { Written } from '../pitch/pitch';
import type { Clef } from '../score/score';

export const INSTRUMENT_IDS = [
  'flute', 'oboe', 'bassoon', 'clarinet', 'bass-clarinet', 'alto-saxophone', 'tenor-saxophone', 'baritone-saxophone',
  'trumpet', 'cornet', 'horn', 'trombone', 'euphonium', 'euphonium-treble', 'tuba', 'descant-recorder', 'treble-recorder',
] as const;
export type InstrumentId = (typeof INSTRUMENT_IDS)[number];

/** Lowest and highest written note, both included. */
export interface Range {
  readonly low: Written;
  readonly high: Written;
}

export type FingeringSystem =
  | { readonly kind: 'brass'; readonly tube: Tube }
  | { readonly kind: 'woodwind'; readonly woodwind: Woodwind };

/** An instrument as its player's page needs it. */
export interface Instrument {
  readonly id: InstrumentId;
  readonly name: string;
  /** Pitch of the instrument for a heading: `B♭`, or undefined for one that reads as it sounds. */
  readonly inKey: string | undefined;
  readonly family: 'woodwind' | 'brass';
  /** From the sounding note up or down to the written one. */
  readonly toWritten: Interval;
  /** Default first; the others are learned later. */
  readonly clefs: readonly [Clef, ...Clef[]];
  /** Everything that the catalogue or the tube covers for the first two years. */
  readonly range: Range;
  /** Where a first-year player is at home: the octave of a class line is chosen to fit it. */
  readonly firstYear: Range;
  readonly firstNotes: readonly Written[];
  readonly system: FingeringSystem;
}
