import type { Alternate, BrassOrigin, Figure, Fingering } from '../fingering/figure';
import { ENHARMONIC_DOWN, ENHARMONIC_UP, type IntervalName, nameInterval, transpose } from '../pitch/interval';
import { type Concert, diatonic, type Pitch, type Step, type Written } from '../pitch/pitch';
import { signatureAlter } from '../key/key';
import { type BeatPlace, beatPlace } from '../score/beatPlace';
import type { AccidentalSource } from '../score/accidental';
import type { Clef, NoteId } from '../score/score';
import { placeEvents } from '../score/walk';
import type { Annotations } from './annotate';
import type { Part } from './derivePart';
import type { OctaveReason } from './octave';

/** Where a note sits: lines and spaces are counted from the bottom; ledger places count away from the staff. */
export interface StaffPlace {
  readonly kind: 'line' | 'space' | 'ledger-above' | 'ledger-below';
  readonly number: number;
  /** For ledger places: on the ledger line itself, or in the space beyond it. */
  readonly onLine: boolean;
}

/** One step of the reason trail. Facts only; the words live in the web application. */
export type Fact =
  | { readonly kind: 'place'; readonly at: BeatPlace }
  | { readonly kind: 'tied'; readonly from: NoteId }
  | { readonly kind: 'concert'; readonly pitch: Concert }
  | { readonly kind: 'interval'; readonly interval: IntervalName; readonly inKey: string | undefined }
  | { readonly kind: 'octave'; readonly octaves: number; readonly why: OctaveReason }
  | { readonly kind: 'respelled'; readonly from: Pitch; readonly because: 'signature' | 'double' }
  | { readonly kind: 'written'; readonly pitch: Written; readonly staff: StaffPlace; readonly clef: Clef }
  | { readonly kind: 'signature'; readonly fifths: number; readonly step: Step; readonly alter: number }
  | { readonly kind: 'accidental'; readonly source: AccidentalSource; readonly alter: number; readonly step: Step; readonly courtesy: boolean; readonly setAt?: BeatPlace }
  | { readonly kind: 'figure'; readonly figure: Figure }
  | { readonly kind: 'origin'; readonly origin: BrassOrigin; readonly figure: Figure }
  | { readonly kind: 'alternate'; readonly alternate: Alternate }
  | { readonly kind: 'unplayable'; readonly because: Extract<Fingering, { kind: 'unplayable' }>['because'] };

/** Diatonic number of the bottom line of each clef. */
const BOTTOM_LINE: Readonly<Record<Clef, number>> = {
  treble: diatonic({ step: 'E', octave: 4 }), bass: diatonic({ step: 'G', octave: 2 }),
  alto: diatonic({ step: 'F', octave: 3 }), tenor: diatonic({ step: 'D', octave: 3 }),
};

/** Where a written note sits on its staff. @example staffPlace(B4, 'treble') // line 3 */
export function staffPlace(p: Pitch, clef: Clef): StaffPlace {
  const above = diatonic(p) - BOTTOM_LINE[clef];
  const onLine = above % 2 === 0;
  if (above > 9) return { kind: 'ledger-above', number: Math.floor((above - 8) / 2), onLine };
  if (above < -1) return { kind: 'ledger-below', number: Math.floor(-above / 2), onLine };
  if (above === 9) return { kind: 'space', number: 5, onLine };
  if (above === -1) return { kind: 'space', number: 0, onLine };
  return onLine ? { kind: 'line', number: above / 2 + 1, onLine } : { kind: 'space', number: (above + 1) / 2, onLine };
}

/**
 * The reason trail of a note: from what sounds to what the hands do, in the order a teacher reads it out.
 * @returns an empty list when the part has no such note
 */
export function explain(part: Part, annotations: Annotations, id: NoteId): Fact[] {
  const placed = placeEvents(part.score);
  const here = placed.find((p) => p.event.id === id);
  const note = annotations.get(id);
  if (here === undefined || note === undefined) return [];
  const beatOf = (of: NoteId): BeatPlace | undefined => {
    const found = placed.find((p) => p.event.id === of);
    return found === undefined ? undefined : beatPlace(found);
  };
  const { decisions, instrument } = part;
  const { written, accidental, fingering, concert } = note;
  const { octaves, why } = decisions.octave;
  const facts: Fact[] = [{ kind: 'place', at: beatPlace(here) }, { kind: 'concert', pitch: concert }];
  if (note.tiedFrom !== undefined) facts.push({ kind: 'tied', from: note.tiedFrom });
  if (octaves !== 0) facts.push({ kind: 'octave', octaves, why });
  facts.push({ kind: 'interval', interval: nameInterval(instrument.toWritten), inKey: instrument.inKey });
  const plain = transpose<Pitch>(concert, instrument.toWritten);
  if (plain.step !== written.step) {
    facts.push({ kind: 'respelled', from: plain, because: part.simplified.has(id) && !isRespelled(part) ? 'double' : 'signature' });
  }
  facts.push({ kind: 'written', pitch: written, staff: staffPlace(written, here.place.clef), clef: here.place.clef });
  const { fifths } = here.place.key;
  facts.push({ kind: 'signature', fifths, step: written.step, alter: signatureAlter(fifths, written.step) });
  if (accidental.source !== 'plain' && accidental.source !== 'signature') {
    const setAt = accidental.setBy === undefined ? undefined : beatOf(accidental.setBy);
    facts.push({
      kind: 'accidental', source: accidental.source, alter: written.alter, step: written.step, courtesy: accidental.courtesy === true,
      ...(setAt === undefined ? {} : { setAt }),
    });
  }
  if (fingering.kind === 'unplayable') return [...facts, { kind: 'unplayable', because: fingering.because }];
  facts.push({ kind: 'figure', figure: fingering.figure });
  if (fingering.origin !== undefined) facts.push({ kind: 'origin', origin: fingering.origin, figure: fingering.figure });
  return [...facts, ...fingering.alternates.map((alternate): Fact => ({ kind: 'alternate', alternate }))];
}

const isRespelled = (part: Part): boolean =>
  [ENHARMONIC_UP.fifths, ENHARMONIC_DOWN.fifths].includes(part.decisions.interval.fifths - part.instrument.toWritten.fifths);
