import type { Alternate, AlternateReason, Intonation, Remedy, Stage } from '@cifra/core';

/** Why another figure is worth knowing, in the words that pages and screens share. */
export const ALTERNATE_WORDS: Readonly<Record<AlternateReason, string>> = {
  'fourth-valve': 'better in tune, on an instrument with a fourth valve',
  'third-alone': 'a little flat, to save a finger',
  'valve-trill': 'for a trill or a quick change',
  'next-partial': 'from the next open note, to save a change',
  'lower-partial': 'from the open note below, to save a change',
  'other-side': 'on the other side of the horn, to keep the thumb still',
  attachment: 'with the F attachment, to save a long slide',
  'longer-slide': 'further out, when the next note is out there too',
  trill: 'for a quick change with its neighbour',
  chromatic: 'between its chromatic neighbours',
  'thumb-b-flat': 'where no B natural follows',
  'one-and-one': 'coming from a note with both first fingers',
  'bis-key': 'in flat keys, where no B natural follows',
  'side-key': 'next to its neighbour above',
  'side-c': 'next to B, so that two fingers need not trade places',
  'other-little-finger': 'when the other little finger is needed next',
  forked: 'next to D or E♭',
  'left-hand': 'when the right little finger is busy',
  'left-f': 'next to D or E♭, so that the right ring finger need not slide',
  'other-f-sharp': 'with the thumb’s F♯ key or the little finger’s, whichever the next note leaves free',
  'clearer-sound': 'for a clearer sound',
  'front-key': 'when coming from the notes just below',
  flick: 'with the thumb’s key touched as the note begins, so that it does not crack',
  resonance: 'with more fingers down, for a fuller sound',
  usual: 'the more usual figure',
};

export const alternateWords = (a: Alternate): string => ALTERNATE_WORDS[a.reason];

const REMEDY: Readonly<Record<Remedy, string>> = {
  'third-slide': 'push the third slide out',
  'fourth-valve': 'use the fourth valve where there is one',
  'slide-in': 'bring the slide in a little',
  'lip-down': 'let it sit lower',
  'lip-up': 'keep it up',
  'resonance-fingers': 'add fingers of the right hand',
  'less-air': 'less pressure, corners steady',
};

export const tuningWords = ({ tendency, cents, remedy }: Intonation): string =>
  `sits ${tendency}${cents === undefined ? '' : ` by ${Math.round(Math.abs(cents))} cents on the tube alone`}: ${REMEDY[remedy]}`;

export const STAGE_WORDS: Readonly<Record<Stage, string>> = {
  'first-notes': 'First five notes',
  'first-octave': 'First octave',
  'first-year': 'First year',
  'second-year': 'Second year',
  full: 'Whole range',
};

/**
 * What a chart says besides its notes.
 * @param of the stage shown, or the title of the exercise whose notes these are
 */
export const chartWords = (of: { readonly stage: Stage } | { readonly exercise: string }) => ({
  title: 'stage' in of ? 'Fingering chart' : `The notes of ${of.exercise}`,
  notes: ['stage' in of ? STAGE_WORDS[of.stage] : 'Each different note once, low to high'],
  othersTitle: 'Other figures, and when to use them',
  alternate: alternateWords,
  tuning: tuningWords,
});
