import { fingerFromCatalogue } from '../fingering/catalogue';
import { CATALOGUES } from '../fingering/catalogues';
import type { AlternateReason, Fingering } from '../fingering/figure';
import { fingerOnTube, isOpenNote } from '../fingering/tube';
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

/**
 * Whether an instrument has a written MIDI number at all: within its range, and an open note where it has no valves.
 * @example canPlay(instrumentOf('trumpet'), 62) // true
 */
export function canPlay({ ranges: { full }, system }: Pick<Instrument, 'ranges' | 'system'>, note: number): boolean {
  if (note < midi(full.low) || note > midi(full.high)) return false;
  return system.kind !== 'brass' || system.tube.openOnly !== true || isOpenNote(system.tube, note);
}

/** Whether there is nothing to press, and so nothing to draw. */
export const isOpenOnly = ({ system }: Pick<Instrument, 'system'>): boolean =>
  system.kind === 'brass' && system.tube.openOnly === true;

/** The figure of a written MIDI number: a sound is fingered alike, however it is spelled. */
export function fingerMidi({ ranges, system }: Instrument, note: number, conventions: Conventions): Fingering {
  const { low, high } = ranges.full;
  if (note < midi(low)) return { kind: 'unplayable', because: 'below-range' };
  if (note > midi(high)) return { kind: 'unplayable', because: 'above-range' };
  if (system.kind === 'brass') return fingerOnTube(system.tube, note);
  const { usual, german, halfHole } = CATALOGUES[system.woodwind];
  const bored = conventions.recorder === 'german' ? german : system.halfHole === true ? halfHole : undefined;
  const catalogue = bored ?? usual;
  return fingerFromCatalogue(catalogue, note - system.shift, preferredReason(system.woodwind, conventions));
}

/**
 * The figure of a written note: default first, alternates after it, or why there is none.
 * @example finger(trumpet, D4, DEFAULT_CONVENTIONS) // figure 13, from G4 lowered five semitones
 */
export const finger = (instrument: Instrument, p: Written, conventions: Conventions): Fingering =>
  fingerMidi(instrument, midi(p), conventions);
