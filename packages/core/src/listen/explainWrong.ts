import { figureText } from '../fingering/figure';
import { finger } from '../instrument/finger';
import type { NoteAnnotation } from '../part/annotate';
import type { Part } from '../part/derivePart';
import { semitones } from '../pitch/interval';
import { midi, type Written } from '../pitch/pitch';
import { spellWritten } from './spellWritten';

/** Why another note came than the one that is written: what a teacher would say first. */
export type WrongBecause =
  /** The same figure gives it too: the air or the lips chose another partial, or the register key is missing. */
  | { readonly because: 'same-figure'; readonly higher: boolean; readonly heard: Written }
  /** The letter as it is without the signature or the bar's sign. */
  | { readonly because: 'sign-forgotten'; readonly heard: Written }
  | { readonly because: 'octave'; readonly higher: boolean; readonly heard: Written }
  | { readonly because: 'other-note'; readonly heard: Written };

const SEMITONES = 12;

/** The written pitch, as a number, that sounds so on a part's page. */
export const writtenMidi = (part: Part, concert: number): number =>
  Math.round(concert) + semitones(part.instrument.toWritten);

/**
 * Says why a wrong note may have come.
 * @param heard concert pitch with its fraction
 */
export function explainWrong(part: Part, note: NoteAnnotation, heard: number): WrongBecause {
  const sounded = writtenMidi(part, heard);
  const asked = midi(note.written);
  const spelled = spellWritten(sounded, part.decisions.key.fifths);
  const higher = sounded > asked;
  const other = finger(part.instrument, spelled, part.teaching.conventions);
  const alike =
    note.fingering.kind === 'playable' &&
    other.kind === 'playable' &&
    figureText(note.fingering.figure) === figureText(other.figure);
  if (alike) return { because: 'same-figure', higher, heard: spelled };
  if (note.written.alter !== 0 && sounded === asked - note.written.alter)
    return { because: 'sign-forgotten', heard: { ...note.written, alter: 0 } as Written };
  if ((sounded - asked) % SEMITONES === 0) return { because: 'octave', higher, heard: spelled };
  return { because: 'other-note', heard: spelled };
}
