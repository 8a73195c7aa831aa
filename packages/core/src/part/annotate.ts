import type { BetterFigure } from '../fingering/better';
import type { Fingering } from '../fingering/figure';
import { fingerMidi } from '../instrument/finger';
import type { Key } from '../key/key';
import { noteName, spokenName } from '../key/noteName';
import { fifthsOf } from '../pitch/interval';
import { type Concert, midi, pitch, type Written } from '../pitch/pitch';
import { type Accidental, accidentalsInForce } from '../score/accidental';
import { noteCount } from '../score/counts';
import { type PlacedNote, placedNotes } from '../score/placedNotes';
import type { NoteId } from '../score/score';
import { notesOf, placeMeasures } from '../score/walk';
import type { Part } from './derivePart';
import { easierFigures, type FingeredNote } from './easierFigures';

/** What stands over one note. */
export interface NoteAnnotation {
  readonly id: NoteId;
  /** Where it stands on the page. */
  readonly place: PlacedNote<Written>;
  readonly written: Written;
  /** As it sounds on this instrument, in the octave that the part takes. */
  readonly concert: Concert;
  readonly accidental: Accidental;
  /** The default convention's figure, or why there is none. */
  readonly fingering: Fingering;
  /** An alternate that is easier between these neighbours. */
  readonly better: BetterFigure | undefined;
  /** The signature in force on the page. */
  readonly fifths: number;
  /** The key that the line is in there, whatever signature the page has. */
  readonly soundingKey: Key;
  /** The note's name as it stands over the note. */
  readonly name: string;
  /** The same in a sentence: without the syllable of movable do. */
  readonly spokenName: string;
  readonly count: string;
  /** Continues a tied note: nothing new is fingered. */
  readonly tiedFrom: NoteId | undefined;
  /** Octaves by which a teacher moved this note alone: a marked alternative. */
  readonly movedOctaves: number;
}

/** An overlay keyed by note id, in the order of the notes; the score itself is never touched. */
export type Annotations = ReadonlyMap<NoteId, NoteAnnotation>;

/**
 * The signature by which a note's syllable is read: the one that its key would have on this page, also where the page
 * is written without.
 * @example an F♯ on a trumpet's page of a line in F major: 1, also where every sign stands at its note
 */
export const keyNoteFifths = ({
  written,
  concert,
  soundingKey,
}: Pick<NoteAnnotation, 'written' | 'concert' | 'soundingKey'>): number =>
  fifthsOf(written) - fifthsOf(concert) + soundingKey.fifths;

const octavesAway = (p: Concert, octaves: number): Concert =>
  octaves === 0 ? p : pitch<Concert>(p.step, p.alter, p.octave + octaves);

/** The notes of a part with their figures: each sound of it is fingered once. */
function fingeredNotes(
  { instrument, teaching: { conventions } }: Part,
  placed: readonly PlacedNote<Written>[],
): FingeredNote[] {
  const figures = new Map<number, Fingering>();
  return placed.map((note) => {
    const sound = midi(note.note.pitch);
    const fingering = figures.get(sound) ?? fingerMidi(instrument, sound, conventions);
    figures.set(sound, fingering);
    return { placed: note, sound, fingering };
  });
}

/**
 * Reads over every note of a part its name, its sounding pitch, its accidental, its figure and what is counted; and the
 * alternate, where one is easier in this passage.
 * @param alone the notes stand for themselves, as on a chart: no neighbour makes another figure easier
 */
export function annotate(part: Part, { alone = false } = {}): Annotations {
  const { instrument, decisions, moved } = part;
  const { conventions } = part.teaching;
  const woodwind = instrument.system.kind === 'woodwind' ? instrument.system.woodwind : undefined;
  const placed = placedNotes(part.score);
  const notes = fingeredNotes(part, placed);
  const sounding = notesOf(part.concert);
  const accidentals = accidentalsInForce(part.score, conventions.reminders, placed);
  const easier = alone ? [] : easierFigures(notes, woodwind);
  const annotations = new Map<NoteId, NoteAnnotation>();
  const keys = placeMeasures(part.concert).map((m) => m.key);
  notes.forEach(({ placed: place, fingering }, i) => {
    const { id, pitch: written } = place.note;
    const { fifths } = place.key;
    const movedOctaves = moved.get(id) ?? 0;
    const soundingKey = keys[place.measureIndex] as Key;
    const concert = octavesAway(
      (sounding[i] as (typeof sounding)[number]).pitch,
      decisions.octave.octaves + movedOctaves,
    );
    annotations.set(id, {
      id,
      place,
      written,
      concert,
      accidental: accidentals.get(id) as Accidental,
      fingering,
      better: easier[i],
      fifths,
      soundingKey,
      name: noteName(written, keyNoteFifths({ written, concert, soundingKey }), conventions.noteNames),
      spokenName: spokenName(written, conventions.noteNames),
      count: noteCount(place, conventions.counting),
      tiedFrom: place.tiedFrom,
      movedOctaves,
    });
  });
  return annotations;
}
