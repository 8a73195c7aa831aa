import { type Catalogue, fingerFromCatalogue } from '../fingering/catalogue';
import type { Fingering } from '../fingering/figure';
import type { Schools } from '../fingering/schools';
import { fingerOnTube } from '../fingering/tube';
import { BASSOON, CLARINET, FLUTE, OBOE, RECORDER_BAROQUE, RECORDER_GERMAN, SAXOPHONE, TREBLE_RECORDER_BAROQUE, TREBLE_RECORDER_GERMAN } from '../fingering/woodwind.data';
import { midi, type Written } from '../pitch/pitch';
import type { Instrument } from './instrument';

/** The figures that an instrument uses under a teacher's schools. */
export function catalogueOf(instrument: Instrument, schools: Schools): Catalogue | undefined {
  if (instrument.system.kind !== 'woodwind') return undefined;
  const german = schools.recorder === 'german';
  switch (instrument.system.woodwind) {
    case 'flute': return FLUTE;
    case 'oboe': return OBOE;
    case 'clarinet': return CLARINET;
    case 'saxophone': return SAXOPHONE;
    case 'bassoon': return BASSOON;
    case 'recorder':
      if (instrument.id === 'treble-recorder') return german ? TREBLE_RECORDER_GERMAN : TREBLE_RECORDER_BAROQUE;
      return german ? RECORDER_GERMAN : RECORDER_BAROQUE;
  }
}

/**
 * The figure of a written note: default first, alternates after it, or why there is none.
 * @example finger(trumpet, D4, DEFAULT_SCHOOLS) // figure 13, from G4 lowered five semitones
 */
export function finger(instrument: Instrument, p: Written, schools: Schools): Fingering {
  const target = midi(p);
  if (target < midi(instrument.range.low)) return { kind: 'unplayable', because: 'below-range' };
  if (target > midi(instrument.range.high)) return { kind: 'unplayable', because: 'above-range' };
  const catalogue = catalogueOf(instrument, schools);
  if (catalogue !== undefined) return fingerFromCatalogue(catalogue, target);
  return instrument.system.kind === 'brass' ? fingerOnTube(instrument.system.tube, target) : { kind: 'unplayable', because: 'no-figure' };
}
