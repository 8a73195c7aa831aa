import type { Instrument, InstrumentId } from '../instrument/instrument';
import { instrumentOf } from '../instrument/instrumentOf';
import { ANY_INSTRUMENT_IDS } from './anyInstrument';

/** Whether everything is asked for and not a share of it, as `npm run bench -- full` does. */
export const IS_FULL = process.env.CIFRA_FULL === '1';

/**
 * One of every kind: C, B flat, E flat, F and octave transposers; treble, bass and tenor; keys, holes, valves and
 * slide.
 */
const KINDS: readonly InstrumentId[] = [
  'flute',
  'clarinet',
  'alto-saxophone',
  'bassoon',
  'descant-recorder',
  'trumpet',
  'horn',
  'trombone',
  'euphonium-treble',
  'tuba',
  'own.tuba.C4.Bb3.bass.Fs1-C4.all.C_tuba',
  'own.flugelhorn.Bb3.C4.treble.C4-G5.open.Bugle',
];

/** The instruments that a costly test goes through: one of every kind, or all of them when everything is asked for. */
export const SHARE_OF_INSTRUMENTS: readonly Instrument[] = IS_FULL
  ? ANY_INSTRUMENT_IDS.map(instrumentOf)
  : KINDS.map(instrumentOf);

/** So many runs of a property, or that many times more when everything is asked for. */
export const runs = (few: number, times = 10): number => (IS_FULL ? few * times : few);
