import type { Fingering } from '../fingering/figure';
import type { Schools } from '../fingering/schools';
import { finger } from '../instrument/finger';
import { type Concert, midi, type Written } from '../pitch/pitch';
import { type AccidentalReading, readAccidentals } from '../score/accidental';
import type { NoteId } from '../score/score';
import { notesOf } from '../score/walk';
import type { Part } from './derivePart';

/** What stands over one note. */
export interface NoteAnnotation {
  readonly id: NoteId;
  readonly written: Written;
  readonly accidental: AccidentalReading;
  readonly concert: Concert;
  readonly fingering: Fingering;
  /** Continues a tied note: nothing new is fingered. */
  readonly tiedFrom?: NoteId;
}

/** An overlay keyed by note id; the score itself is never touched. */
export type Annotations = ReadonlyMap<NoteId, NoteAnnotation>;

const PLAIN: AccidentalReading = { source: 'plain' };

/** Reads names, concert pitches and figures over every note of a part. */
export function annotate(part: Part, schools: Schools): Annotations {
  const accidentals = readAccidentals(part.score);
  const concert = new Map(notesOf(part.concert).map((n) => [n.id, n.pitch]));
  const octave = part.decisions.octave.octaves;
  const figures = new Map<number, Fingering>();
  const annotations = new Map<NoteId, NoteAnnotation>();
  let tiedFrom: NoteId | undefined;
  for (const note of notesOf(part.score)) {
    const at = midi(note.pitch);
    const fingering = figures.get(at) ?? finger(part.instrument, note.pitch, schools);
    figures.set(at, fingering);
    const source = concert.get(note.id) as Concert;
    annotations.set(note.id, {
      id: note.id, written: note.pitch, accidental: accidentals.get(note.id) ?? PLAIN, fingering,
      concert: octave === 0 ? source : { ...source, octave: source.octave + octave },
      ...(tiedFrom === undefined ? {} : { tiedFrom }),
    });
    tiedFrom = note.tie === true ? note.id : undefined;
  }
  return annotations;
}
