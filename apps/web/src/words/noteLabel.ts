import { type Annotations, letterName, type NoteAnnotation, type NoteId, type Part, type Pitch, type Schools, structureOf } from '@cifra/core';
import { figureWords, spokenLetter } from './spoken';

const SOURCE: Readonly<Record<string, string>> = { signature: ', from the key signature', bar: ', from earlier in the bar', tie: ', held by the tie', sign: '', plain: '' };
const UNPLAYABLE = { 'below-range': 'too low for this instrument', 'above-range': 'too high for this instrument', 'no-figure': 'no figure known' } as const;

/** A letter with its octave, which tells two of one letter apart: `B♭3`. */
export const octaveName = (p: Pitch): string => `${letterName(p)}${p.octave}`;

/** What a screen reader says of each note: `bar 3, beat 2, B flat, from the key signature, first valve`. */
export function noteLabels(part: Part, annotations: Annotations): ReadonlyMap<NoteId, string> {
  const labels = new Map<NoteId, string>();
  const { places } = structureOf(part.score);
  const { fingerCount } = part.teaching.schools;
  annotations.values().forEach((note, i) => {
    const { measure, beat } = places[i] ?? { measure: 0, beat: '' };
    const figure = note.hidden ? 'to be read without a figure' : note.fingering.kind === 'playable' ? figureWords(note.fingering.figure, fingerCount) : UNPLAYABLE[note.fingering.because];
    labels.set(note.id, `bar ${measure}, beat ${beat}, ${spokenLetter(note.written)}${SOURCE[note.accidental.source] ?? ''}, ${figure}${note.better === undefined || note.hidden ? '' : ', an easier figure is marked'}`);
  });
  return labels;
}

/** What a screen reader says of a note on a chart: `B flat 4, left hand: thumb and 1; right hand: 4 and E♭ key`. */
export function chartLabel({ written, fingering }: NoteAnnotation, { fingerCount }: Schools): string {
  const figure = fingering.kind === 'playable' ? figureWords(fingering.figure, fingerCount) : UNPLAYABLE[fingering.because];
  return `${spokenLetter(written)} ${written.octave}, ${figure}`;
}
