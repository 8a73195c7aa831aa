import type { AccompanimentStyle } from '../harmony/accompanimentStyle';
import type { InstrumentId } from '../instrument/instrument';
import type { NoteId } from '../score/score';

/** What is heard when a part is practised, and how it is gone through. */
export interface SoundSwitches {
  readonly part: boolean;
  readonly metronome: boolean;
  readonly subdivide: boolean;
  readonly countIn: boolean;
  readonly repeats: boolean;
  readonly drone: boolean;
  readonly accompaniment: boolean;
}

export const DEFAULT_SOUNDS: SoundSwitches = Object.freeze({
  part: true,
  metronome: true,
  subdivide: false,
  countIn: true,
  repeats: true,
  drone: false,
  accompaniment: false,
});

/** How long one turn is where player and pupils take turns; `phrase` ends where a breath is taken. */
export const TURNS = ['none', '1', '2', 'phrase'] as const;
export type Turns = (typeof TURNS)[number];

/** Bars by index, both included. */
export interface BarRange {
  readonly from: number;
  readonly to: number;
}

/** How a line is practised at the moment. */
export interface PlaySetup {
  /** Share of the line's own tempo, 1 as written. */
  readonly speed: number;
  readonly heard: SoundSwitches;
  /** Other instruments of the class that play along. */
  readonly others: readonly InstrumentId[];
  /** Other lines of the exercise that are heard with it, from 0. */
  readonly lines?: readonly number[];
  readonly bars: BarRange | undefined;
  readonly again: boolean;
  readonly turns: Turns;
  /** How the accompaniment plays; without it as fits the meter best. */
  readonly style?: AccompanimentStyle | undefined;
  /** Only some notes of the bars are played: a step of a build-up. */
  readonly only?: ReadonlySet<NoteId> | undefined;
}
