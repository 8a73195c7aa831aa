import type { Instrument, Range, Stage } from '../instrument/instrument';
import { midi } from '../pitch/pitch';

/** How one octave would suit the instrument: notes outside its players' stage, and outside everything. */
export interface OctaveOption {
  readonly octaves: number;
  readonly outside: number;
  readonly unplayable: number;
}

export type OctaveReason = 'own-page' | 'fits' | 'fewest-outside' | 'chosen';

const SEARCHED = [-4, -3, -2, -1, 0, 1, 2, 3, 4];

/** How often each MIDI number sounds in a line. */
export type NoteCounts = ReadonlyMap<number, number>;

const countOutside = (notes: NoteCounts, shift: number, { low, high }: Range): number => {
  const [from, to] = [midi(low) - shift, midi(high) - shift];
  let count = 0;
  for (const [note, times] of notes) if (note < from || note > to) count += times;
  return count;
};

function middleOf(notes: NoteCounts): number {
  let total = 0;
  let times = 0;
  for (const [note, n] of notes) {
    total += note * n;
    times += n;
  }
  return total / Math.max(1, times);
}

const HOMES = new WeakMap<Instrument, number>();

/** The middle of the notes that beginners of an instrument learn first. */
function homeOf(instrument: Instrument): number {
  const known = HOMES.get(instrument);
  if (known !== undefined) return known;
  const notes = instrument.firstNotes.map(midi);
  const home = notes.reduce((a, b) => a + b, 0) / notes.length;
  HOMES.set(instrument, home);
  return home;
}

/**
 * Ranks the octaves for a whole line: never single notes.
 *
 * First no note that cannot be played, then fewest outside the stage, then nearest to the notes that beginners of this
 * instrument learn first.
 * @param notes of the concert line; @param toWritten semitones up to the page without an octave shift
 */
export function rankOctaves(instrument: Instrument, stage: Stage, notes: NoteCounts, toWritten: number): OctaveOption[] {
  const away = homeOf(instrument) - middleOf(notes) - toWritten;
  return SEARCHED
    .map((octaves) => ({
      octaves,
      outside: countOutside(notes, toWritten + 12 * octaves, instrument.ranges[stage]),
      unplayable: countOutside(notes, toWritten + 12 * octaves, instrument.ranges.full),
    }))
    .sort((a, b) => a.unplayable - b.unplayable || a.outside - b.outside || Math.abs(12 * a.octaves - away) - Math.abs(12 * b.octaves - away));
}
