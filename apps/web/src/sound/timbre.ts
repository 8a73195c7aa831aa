import type { Instrument } from '@cifra/core';
import index from './samples/samples.json';

/**
 * One rendered note in a timbre's file: where it begins and ends, and where in it the stretch begins that can go on
 * without end, in seconds; what is struck dies away and has none.
 */
export interface Sample {
  readonly midi: number;
  readonly at: number;
  readonly loop?: number;
  readonly end: number;
}

export type TimbreName = keyof typeof index;

/** The rendered notes of each timbre, from the sound font named in the script that made them. */
export const SAMPLES: Readonly<Record<TimbreName, readonly Sample[]>> = index;

/** What the accompaniment plays on. */
export const ACCOMPANIMENT_TIMBRES = ['bass', 'piano', 'drums'] as const satisfies readonly TimbreName[];

/** General MIDI programs of the catalogue's instruments, and the timbre that sounds for each. */
const BY_PROGRAM: Readonly<Record<number, TimbreName>> = {
  56: 'trumpet',
  57: 'trombone',
  58: 'tuba',
  60: 'horn',
  64: 'soprano-saxophone',
  65: 'alto-saxophone',
  66: 'tenor-saxophone',
  67: 'baritone-saxophone',
  68: 'oboe',
  70: 'bassoon',
  71: 'clarinet',
  72: 'piccolo',
  73: 'flute',
  74: 'recorder',
};

/** @throws RangeError for a program without a timbre: a test holds that every instrument has one. */
export function timbreOf({ program }: Instrument): TimbreName {
  const name = BY_PROGRAM[program];
  if (name === undefined) throw new RangeError(`no timbre for program ${program}`);
  return name;
}

/** The rendered note that lies nearest to a pitch. */
export const nearestSample = (timbre: TimbreName, midi: number): Sample =>
  SAMPLES[timbre].reduce((best, s) => (Math.abs(s.midi - midi) < Math.abs(best.midi - midi) ? s : best));
