import type { Conventions } from '../convention/conventions';
import type { Exercise } from '../exercise/exercise';
import { realize } from '../exercise/realize';
import type { Instrument, ByInstrument, InstrumentId } from '../instrument/instrument';
import { taughtAs } from '../instrument/taught';
import { figureText } from '../fingering/figure';
import { annotate, type Annotations, type NoteAnnotation } from '../part/annotate';
import type { Part } from '../part/derivePart';
import type { Teaching } from '../part/teaching';
import { type Concert, midi, parsePitch, pitchText } from '../pitch/pitch';
import type { NoteId, Score } from '../score/score';
import { partOf } from './pageParts';

/** What the players of a row do, to be called out. */
export interface CallRow {
  readonly part: Part;
  readonly annotations: Annotations;
  /** Short names of the instruments that share the row. */
  readonly names: readonly string[];
  /** Their figures stand beside the letters. */
  readonly figures: boolean;
  /** The notes that its players, or some of them, have yet to meet. */
  readonly newNotes: ReadonlySet<NoteId>;
  /** Where its players sit, in the teacher's words. */
  readonly seats?: string | undefined;
}

/** How a class is called. */
export interface CallChoices {
  /** Instruments with the same letters share a row. */
  readonly together: boolean;
  /** Woodwind figures stand beside the letters, as those of brass always do. */
  readonly woodwindFigures: boolean;
}

export const DEFAULT_CALL: CallChoices = Object.freeze({ together: false, woodwindFigures: false });

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

/** What a row says, note by note. */
const saying = (row: CallRow, say: (n: NoteAnnotation) => string): string =>
  [...row.annotations.values()].map((n) => (n.tiedFrom === undefined ? say(n) : '')).join(' ');

const figureOf = ({ fingering: f }: NoteAnnotation): string =>
  f.kind === 'playable' ? figureText(f.figure) : f.because;

/** Two rows in one, with the figures of the one that shows some. */
const joined = (a: CallRow, b: CallRow): CallRow => ({
  ...(b.figures && !a.figures ? b : a),
  names: [...a.names, ...b.names],
  newNotes: new Set([...a.newNotes, ...b.newNotes]),
  seats: [a.seats, b.seats].filter((s) => s !== undefined).join('; ') || undefined,
});

/** Rows that say the same are one: the same letters, and no figures that differ. */
function shared(rows: readonly CallRow[]): CallRow[] {
  const groups: CallRow[] = [];
  for (const row of rows) {
    const at = groups.findIndex(
      (g) =>
        saying(g, (n) => n.name) === saying(row, (n) => n.name) &&
        (!g.figures || !row.figures || saying(g, figureOf) === saying(row, figureOf)),
    );
    const group = groups[at];
    if (group === undefined) groups.push(row);
    else groups[at] = joined(group, row);
  }
  return groups;
}

/**
 * What a teacher calls out: for each instrument the letter and figure at every note of the line, and what is new to it.
 *
 * Where there are several lines, the first is called.
 * @param seats where the players of an instrument sit
 * @example callSheet(tune, ['clarinet', 'trumpet'], teaching, {}, {}, { together: true, woodwindFigures: false })
 * .rows.map((r) => r.names) // [['Cl.', 'Tpt.']]
 */
export function callSheet(
  exercise: Exercise,
  instruments: readonly InstrumentId[],
  teaching: Teaching,
  known: KnownNotes,
  seats: ByInstrument<string> = {},
  { together, woodwindFigures }: CallChoices = DEFAULT_CALL,
): CallSheet {
  const rows = instruments.map((id): CallRow => {
    const part = partOf(exercise, id, teaching, undefined, 0);
    const annotations = annotate(part);
    const met = knownMidi(part.instrument, known[id]);
    return {
      part,
      annotations,
      names: [part.instrument.shortName],
      figures: woodwindFigures || part.instrument.family === 'brass',
      seats: seats[id],
      newNotes: new Set([...annotations.values()].filter((n) => !met.has(midi(n.written))).map((n) => n.id)),
    };
  });
  return { concert: realize(exercise), rows: together ? shared(rows) : rows };
}
