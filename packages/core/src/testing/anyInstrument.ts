import { INSTRUMENT_IDS, type InstrumentId, type OwnId } from '../instrument/instrument';

/** Instruments that a teacher may make: another pitch, another figure for the same note, a short range, no valves. */
export const OWN_IDS: readonly OwnId[] = [
  'own.clarinet.A3.C4.treble.E3-F6.all.Clarinet_in_A',
  'own.clarinet.C4.D4.treble.D3-Eb6.all.Clarinet_from_concert',
  'own.flute.G3.C4.treble.C4-G6.all.Alto_flute',
  'own.trumpet.C4.C4.treble.Fs3-C6.all.Trumpet_in_C',
  'own.tuba.C4.Bb3.bass.Fs1-C4.all.C_tuba',
  'own.trombone.C4.G3.alto.A2-Eb5.all.Alto_trombone',
  'own.flugelhorn.Bb3.C4.treble.C4-G5.open.Bugle',
];

/** Every instrument of the catalogue, and some that are not in it. */
export const ANY_INSTRUMENT_IDS: readonly InstrumentId[] = [...INSTRUMENT_IDS, ...OWN_IDS];
