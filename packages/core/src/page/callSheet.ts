import type { Conventions } from '../convention/conventions';
import type { Exercise } from '../exercise/exercise';
import { realize } from '../exercise/realize';
import type { Instrument, ByInstrument, InstrumentId } from '../instrument/instrument';
import { taughtAs } from '../instrument/taught';
import { annotate, type Annotations } from '../part/annotate';
import type { Part } from '../part/derivePart';
import type { Teaching } from '../part/teaching';
import { type Concert, midi, parsePitch, pitchText } from '../pitch/pitch';
import type { NoteId, Score } from '../score/score';
import { partOf } from './pageParts';

/** What one instrument's players do, to be called out. */
export interface CallRow {
  readonly part: Part;
  readonly annotations: Annotations;
  /** The notes that its players have yet to meet. */
  readonly newNotes: ReadonlySet<NoteId>;
  /** Where its players sit, in the teacher's words. */
  readonly seats?: string | undefined;
}

/** The sounding line with what every instrument has at each of its notes. */
export interface CallSheet {
  readonly concert: Score<Concert>;
  readonly rows: readonly CallRow[];
}

/** Notes that players have met, by instrument, as written pitches in text; where one is missing, its first notes. */
export type KnownNotes = ByInstrument<readonly string[]>;

/** Known notes by instrument, from a list. */
export const knownNotes = (
  known: readonly { readonly instrument: InstrumentId; readonly notes: readonly string[] }[] | undefined,
): KnownNotes => Object.fromEntries((known ?? []).map((k) => [k.instrument, k.notes]));

/** What is known on an instrument, from a list: where it says nothing, the instrument's first notes. */
export const knownOrFirst = (
  known: Parameters<typeof knownNotes>[0],
  instrument: InstrumentId,
  conventions: Conventions,
): readonly string[] => knownNotes(known)[instrument] ?? taughtAs(instrument, conventions).firstNotes.map(pitchText);

/** Known notes as numbers. */
export const knownMidi = ({ firstNotes }: Instrument, known: readonly string[] | undefined): ReadonlySet<number> =>
  new Set(known === undefined ? firstNotes.map(midi) : known.map((n) => midi(parsePitch(n))));

/**
 * What a teacher calls out: for each instrument the letter and figure at every note of the line, and what is new to it.
 *
 * Where there are several lines, the first is called.
 * @param seats where the players of an instrument sit
 */
export function callSheet(
  exercise: Exercise,
  instruments: readonly InstrumentId[],
  teaching: Teaching,
  known: KnownNotes,
  seats: ByInstrument<string> = {},
): CallSheet {
  const rows = instruments.map((id): CallRow => {
    const part = partOf(exercise, id, teaching, undefined, 0);
    const annotations = annotate(part);
    const met = knownMidi(part.instrument, known[id]);
    return {
      part,
      annotations,
      seats: seats[id],
      newNotes: new Set([...annotations.values()].filter((n) => !met.has(midi(n.written))).map((n) => n.id)),
    };
  });
  return { concert: realize(exercise), rows };
}
