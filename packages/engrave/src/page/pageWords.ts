import { type Annotations, letterName, notesOf, openingOf, type Part, signatureLetters } from '@cifra/core';
import type { Header } from './header';

/** `Trumpet in B♭`, `Euphonium in B♭, treble clef`, or the plain name of an instrument that reads as it sounds or says its pitch itself. */
export function instrumentTitle({ name, inKey }: { readonly name: string; readonly inKey: string | undefined }): string {
  if (inKey === undefined || (name.includes(inKey) && !name.includes('horn'))) return name;
  const [plain = name, ...rest] = name.split(', ');
  return [`${plain} in ${inKey}`, ...rest].join(', ');
}

const list = (words: readonly string[]): string =>
  words.length < 2 ? words.join('') : `${words.slice(0, -1).join(', ')} and ${words[words.length - 1]}`;

/** What the key signature does, as a teacher says it. @example `Every B is B♭.` */
export function signatureSentence(fifths: number): string {
  const alter = Math.sign(fifths);
  const letters = signatureLetters(fifths);
  if (letters.length === 0) return 'No sharps or flats in the key signature.';
  if (letters.length === 1) return `Every ${letters[0]} is ${letterName({ step: letters[0] as 'B', alter })}.`;
  return `Every ${list(letters)} is ${alter > 0 ? 'sharp' : 'flat'}.`;
}

const TIMES = ['', 'one octave', 'two octaves', 'three octaves', 'four octaves'];

/** The words at the head of a printed part. */
export function partHeader(part: Part, annotations: Annotations): Header {
  const { octave, key } = part.decisions;
  const opening = openingOf(part.score);
  const notes = [signatureSentence(opening.key.fifths)];
  if (octave.octaves !== 0) notes.push(`Sounds ${TIMES[Math.abs(octave.octaves)]} ${octave.octaves > 0 ? 'above' : 'below'} the source line.`);
  if (key.why === 'over-limit') notes.push('Key respelled to stay readable.');
  if (part.unplayable.length > 0) {
    const total = notesOf(part.score).length;
    notes.push(`${part.unplayable.length} of ${total} notes lie outside this instrument.`);
  }
  if (annotations.values().some((n) => n.better !== undefined && !n.hidden)) notes.push('A triangle: another figure is easier here.');
  if (part.moved.size > 0) notes.push('8va, 8vb: this note alone was moved by an octave.');
  return {
    title: part.score.title === '' ? 'Untitled line' : part.score.title, ...(part.score.composer === undefined ? {} : { composer: part.score.composer }),
    instrument: instrumentTitle(part.instrument), nameLabel: 'Name', notes,
  };
}
