import type { Instrument, Range } from '../instrument/instrument';
import { midi, parsePitch, type Written } from '../pitch/pitch';

const NAMES = ['C', 'C#', 'D', 'Eb', 'E', 'F', 'F#', 'G', 'Ab', 'A', 'Bb', 'B'];

/** A spelled note for a MIDI number. */
export const noteAt = (n: number): Written =>
  parsePitch<Written>(`${NAMES[((n % 12) + 12) % 12] ?? ''}${Math.floor(n / 12) - 1}`);

/** Every note of a range, half step by half step. */
export const notesIn = ({ low, high }: Range): Written[] =>
  Array.from({ length: midi(high) - midi(low) + 1 }, (_unused, i) => noteAt(midi(low) + i));

/** Every note that an instrument's figures cover. */
export const wholeRange = (i: Instrument): Written[] => notesIn(i.ranges.full);
