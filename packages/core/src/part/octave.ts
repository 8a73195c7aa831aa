import type { Instrument, Range } from '../instrument/instrument';
import { midi } from '../pitch/pitch';

/** How one octave would suit the instrument: notes outside its first-year range, and outside everything. */
export interface OctaveOption {
  readonly octaves: number;
  readonly outside: number;
  readonly unplayable: number;
}

export type OctaveReason = 'own-page' | 'fits' | 'fewest-outside' | 'chosen';

const SEARCHED = [-4, -3, -2, -1, 0, 1, 2, 3, 4];

const countOutside = (notes: ReadonlyMap<number, number>, shift: number, { low, high }: Range): number => {
  let count = 0;
  for (const [note, times] of notes) if (note + shift < midi(low) || note + shift > midi(high)) count += times;
  return count;
};

const mean = (notes: readonly number[]): number => notes.reduce((a, b) => a + b, 0) / Math.max(1, notes.length);

/**
 * Ranks the octaves for a whole line: never single notes.
 *
 * First no note that cannot be played, then fewest outside the first-year range, then nearest to the notes
 * that beginners of this instrument learn first.
 * @param written MIDI numbers of the line as the instrument would write it without an octave shift
 */
export function rankOctaves(instrument: Instrument, written: readonly number[]): OctaveOption[] {
  const notes = new Map<number, number>();
  for (const n of written) notes.set(n, (notes.get(n) ?? 0) + 1);
  const home = mean(instrument.firstNotes.map(midi));
  const middle = mean(written);
  const distance = (o: OctaveOption): number => Math.abs(middle + 12 * o.octaves - home);
  return SEARCHED
    .map((octaves) => ({
      octaves,
      outside: countOutside(notes, 12 * octaves, instrument.firstYear),
      unplayable: countOutside(notes, 12 * octaves, instrument.range),
    }))
    .sort((a, b) => a.unplayable - b.unplayable || a.outside - b.outside || distance(a) - distance(b));
}
