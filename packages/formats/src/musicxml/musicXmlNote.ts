import {
  type accidentalsInForce,
  type Articulation,
  durationQuarters,
  type MusicEvent,
  type NoteId,
  type Rational,
  type Written,
} from '@cifra/core';
import { element as el, type XmlElement } from '@cifra/xml';
import { leaf } from './leaf';
import { writeLyric } from './lyrics';

const ACCIDENTAL: Readonly<Record<number, string>> = {
  [-2]: 'flat-flat',
  [-1]: 'flat',
  0: 'natural',
  1: 'sharp',
  2: 'double-sharp',
};
const ARTICULATION: Readonly<Record<Articulation, string>> = {
  staccato: 'staccato',
  accent: 'accent',
  tenuto: 'tenuto',
  marcato: 'strong-accent',
  staccatissimo: 'staccatissimo',
};

/** What every note of a part is written by. */
export interface NoteContext {
  readonly divisions: number;
  readonly accidentals: ReturnType<typeof accidentalsInForce>;
  readonly slurStarts: ReadonlyMap<NoteId, readonly number[]>;
  readonly slurStops: ReadonlyMap<NoteId, readonly number[]>;
  readonly figures: ReadonlyMap<NoteId, string>;
  /** Notes whose syllable is held on those after them. */
  readonly held: ReadonlySet<NoteId>;
}

/** A length in divisions of a quarter. */
const units = (d: Rational, divisions: number): number => (d.n * divisions) / d.d;

/** What a note has from the notes before it. */
export interface Before {
  readonly tied: boolean;
  /** The word of the last syllable goes on. */
  readonly hyphen: boolean;
}

/** A note or rest with all that hangs on it. @param full the length of its bar */
export function writeNote(
  e: MusicEvent<Written>,
  { tied: tiedFrom, hyphen }: Before,
  full: Rational,
  c: NoteContext,
): XmlElement {
  const { duration } = e;
  const reading = c.accidentals.get(e.id);
  const sign = reading?.sign === undefined ? undefined : ACCIDENTAL[reading.sign];
  const tie = e.kind === 'note' && e.tie === true;
  const wholeRest = e.kind === 'rest' && e.wholeMeasure === true;
  const notations = [
    ...(tiedFrom ? [el('tied', { type: 'stop' })] : []),
    ...(tie ? [el('tied', { type: 'start' })] : []),
    ...(c.slurStops.get(e.id) ?? []).map((n) => el('slur', { type: 'stop', number: n })),
    ...(c.slurStarts.get(e.id) ?? []).map((n) => el('slur', { type: 'start', number: n })),
    ...(e.tupletPlace === 'start' || e.tupletPlace === 'stop' ? [el('tuplet', { type: e.tupletPlace })] : []),
    ...technicalOf(e, c),
    ...articulationsOf(e),
    ...(e.fermata === true ? [el('fermata')] : []),
  ];
  return el('note', {}, [
    e.kind === 'note'
      ? el('pitch', {}, [
          leaf('step', e.pitch.step),
          ...(e.pitch.alter === 0 ? [] : [leaf('alter', e.pitch.alter)]),
          leaf('octave', e.pitch.octave),
        ])
      : el('rest', wholeRest ? { measure: 'yes' } : {}),
    leaf('duration', units(wholeRest ? full : durationQuarters(duration), c.divisions)),
    ...(tiedFrom ? [el('tie', { type: 'stop' })] : []),
    ...(tie ? [el('tie', { type: 'start' })] : []),
    leaf('voice', 1),
    ...(wholeRest ? [] : [leaf('type', duration.value), ...Array.from({ length: duration.dots }, () => el('dot'))]),
    ...(sign === undefined
      ? []
      : [el('accidental', reading?.courtesy === true ? { cautionary: 'yes', parentheses: 'yes' } : {}, [sign])]),
    ...(duration.tuplet === undefined
      ? []
      : [
          el('time-modification', {}, [
            leaf('actual-notes', duration.tuplet.actual),
            leaf('normal-notes', duration.tuplet.normal),
          ]),
        ]),
    ...(notations.length === 0 ? [] : [el('notations', {}, notations)]),
    ...(e.kind === 'note' && e.syllable !== undefined ? [writeLyric(e.syllable, hyphen, c.held.has(e.id))] : []),
  ]);
}

/** A figure of plain digits is a fingering to other programs; any other is words over the note. */
export const isNumber = (figure: string): boolean => /^\d+$/.test(figure);

function technicalOf(e: MusicEvent<Written>, { figures }: NoteContext): XmlElement[] {
  const figure = figures.get(e.id);
  return figure !== undefined && isNumber(figure) ? [el('technical', {}, [leaf('fingering', figure)])] : [];
}

function articulationsOf(e: MusicEvent<Written>): XmlElement[] {
  if (e.kind !== 'note') return [];
  const all = [
    ...(e.articulations ?? []).map((a) => el(ARTICULATION[a])),
    ...(e.breathAfter === true ? [el('breath-mark')] : []),
  ];
  return all.length === 0 ? [] : [el('articulations', {}, all)];
}
