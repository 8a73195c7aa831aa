import { type Annotations, beatPlace, type NoteId, type Part, placeEvents } from '@cifra/core';
import { figureWords, spokenLetter } from './spoken';

const SOURCE: Readonly<Record<string, string>> = { signature: ', from the key signature', bar: ', from earlier in the bar', tie: ', held by the tie', sign: '', plain: '' };
const UNPLAYABLE = { 'below-range': 'too low for this instrument', 'above-range': 'too high for this instrument', 'no-figure': 'no figure known' } as const;

/** What a screen reader says of each note: `bar 3, beat 2, B flat, from the key signature, first valve`. */
export function noteLabels(part: Part, annotations: Annotations): ReadonlyMap<NoteId, string> {
  const labels = new Map<NoteId, string>();
  for (const placed of placeEvents(part.score)) {
    const note = annotations.get(placed.event.id);
    if (note === undefined) continue;
    const { measure, beat } = beatPlace(placed);
    const figure = note.fingering.kind === 'playable' ? figureWords(note.fingering.figure) : UNPLAYABLE[note.fingering.because];
    labels.set(note.id, `bar ${measure}, beat ${beat}, ${spokenLetter(note.written)}${SOURCE[note.accidental.source] ?? ''}, ${figure}`);
  }
  return labels;
}
