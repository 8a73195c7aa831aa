import { fingerFromCatalogue } from '../fingering/catalogue';
import { CATALOGUES } from '../fingering/catalogues';
import type { AlternateReason, Fingering } from '../fingering/figure';
import { fingerOnTube } from '../fingering/tube';
import type { Woodwind } from '../fingering/touch.data';
import { midi, type Written } from '../pitch/pitch';
import type { Conventions } from '../convention/conventions';
import type { Instrument } from './instrument';

/** Which of a catalogue's reasons a convention puts first. */
function preferredReason(woodwind: Woodwind, conventions: Conventions): AlternateReason | undefined {
  switch (woodwind) {
    case 'flute':
      return conventions.fluteBFlat === 'thumb' ? 'thumb-b-flat' : 'one-and-one';
    case 'saxophone':
      return ({ side: 'side-key', bis: 'bis-key', 'one-and-one': 'one-and-one' } as const)[conventions.saxophoneBFlat];
    default:
      return undefined;
  }
}

/** The figure of a written MIDI number: a sound is fingered alike, however it is spelled. */
export function fingerMidi({ ranges, system }: Instrument, note: number, conventions: Conventions): Fingering {
  const { low, high } = ranges.full;
  if (note < midi(low)) return { kind: 'unplayable', because: 'below-range' };
  if (note > midi(high)) return { kind: 'unplayable', because: 'above-range' };
  if (system.kind === 'brass') return fingerOnTube(system.tube, note);
  const { usual, german } = CATALOGUES[system.woodwind];
  const catalogue = conventions.recorder === 'german' ? (german ?? usual) : usual;
  return fingerFromCatalogue(catalogue, note - system.shift, preferredReason(system.woodwind, conventions));
}

/**
 * The figure of a written note: default first, alternates after it, or why there is none.
 * @example finger(trumpet, D4, DEFAULT_CONVENTIONS) // figure 13, from G4 lowered five semitones
 */
export const finger = (instrument: Instrument, p: Written, conventions: Conventions): Fingering =>
  fingerMidi(instrument, midi(p), conventions);
